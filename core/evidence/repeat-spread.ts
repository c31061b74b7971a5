import { group, mean, sum } from 'd3-array'
import { deltaE2000 } from '../colour/screen-colour'
import type { Lab } from '../colour/tristimulus'
import { present } from '../present'
import type { EvidenceSwatch, Fingerprint } from './fingerprints'
import { alikeInPot, repeatSets } from './matched-sets'

/** How far the same recipe lies apart when it is made again. */
export interface Spread {
  /** Recipes that were made again, and the pots they were made in. */
  recipes: number
  pots: number
  /** SD of the logarithm of strength, pooled over recipes; null: none was made again. */
  sdLog: number | null
  /** Degrees of freedom behind it. */
  df: number
  /** Mean colour difference from the mean (MCDM), CIEDE2000; null: none was made again. */
  mcdm: number | null
}

type Again = 'withinPot' | 'withinLot' | 'betweenLots' | 'betweenYears'

/**
 * What made again differs by: pieces alike in one pot, other pots with the same lot, other lots, and
 * other years with whatever lot.
 */
export type Repeats = Record<Again, Spread>

interface SpreadSums extends Pick<Spread, 'recipes' | 'pots' | 'df'> {
  squares: number
  /** Of colour differences from their mean. */
  apart: number
  compared: number
}

/** The same of one source, in sums that add up over sources. */
export type RepeatSums = Record<Again, SpreadSums>

/** Fewer repeats, by their degrees of freedom, do not tell how far luck goes. */
export const LEAST_REPEATS = 3

export const NO_REPEATS: Spread = { recipes: 0, pots: 0, sdLog: null, df: 0, mcdm: null }

/** Repeats of one source. */
export function repeatSums(prints: readonly Fingerprint[]): RepeatSums {
  const whatever = repeatSets(prints, { isOneLot: false })
  const yearOf = ({ year }: EvidenceSwatch) => year
  const dated = whatever.map((set) => set.filter((swatch) => yearOf(swatch) !== undefined))
  return {
    withinPot: sumsOf(alikeInPot(prints), ({ id }) => id),
    withinLot: sumsOf(repeatSets(prints, { isOneLot: true }), ({ pot }) => pot),
    betweenLots: sumsOf(
      severalOf(whatever, ({ lot }) => lot),
      ({ lot }) => lot,
    ),
    betweenYears: sumsOf(severalOf(dated, yearOf), yearOf),
  }
}

/** Sets of more than one making. */
const severalOf = (
  sets: readonly (readonly EvidenceSwatch[])[],
  makingOf: (swatch: EvidenceSwatch) => unknown,
) => sets.filter((set) => new Set(set.map(makingOf)).size > 1)

/** Repeats of several sources as one. */
export const pooledRepeats = (sources: readonly RepeatSums[]): Repeats => ({
  withinPot: spreadOf(sources.map(({ withinPot }) => withinPot)),
  withinLot: spreadOf(sources.map(({ withinLot }) => withinLot)),
  betweenLots: spreadOf(sources.map(({ betweenLots }) => betweenLots)),
  betweenYears: spreadOf(sources.map(({ betweenYears }) => betweenYears)),
})

function spreadOf(sums: readonly SpreadSums[]): Spread {
  const df = sum(sums, (each) => each.df)
  const compared = sum(sums, (each) => each.compared)
  return {
    recipes: sum(sums, ({ recipes }) => recipes),
    pots: sum(sums, ({ pots }) => pots),
    sdLog: df > 0 ? Math.sqrt(sum(sums, ({ squares }) => squares) / df) : null,
    df,
    mcdm: compared > 0 ? sum(sums, ({ apart }) => apart) / compared : null,
  }
}

/** One mean for each pot, lot or year: pieces of one are one making. */
function sumsOf(
  sets: readonly (readonly EvidenceSwatch[])[],
  makingOf: (swatch: EvidenceSwatch) => unknown,
): SpreadSums {
  const makings = sets.map((set) => [...group(set, makingOf).values()])
  const logs = makings.map((of) =>
    of.map((swatches) => present(mean(swatches, ({ strength }) => Math.log(present(strength))))),
  )
  const apart = makings.flatMap((of) => fromTheirMean(of.flatMap((each) => meanLab(each) ?? [])))
  return {
    recipes: sets.length,
    pots: new Set(sets.flat().map(({ pot }) => pot)).size,
    df: sum(logs, (of) => of.length - 1),
    squares: sum(logs, (of) => sum(of, (each) => (each - present(mean(of))) ** 2)),
    apart: sum(apart),
    compared: apart.length,
  }
}

function fromTheirMean(labs: readonly Lab[]): number[] {
  const middle = labs.length > 1 ? meanOf(labs) : null
  return middle ? labs.map((lab) => deltaE2000(middle, lab)) : []
}

const meanLab = (swatches: readonly EvidenceSwatch[]): Lab | null =>
  meanOf(swatches.flatMap(({ lab }) => lab ?? []))

/** The mean colour; null of none. */
export function meanOf(labs: readonly Lab[]): Lab | null {
  if (labs.length === 0) return null
  return {
    l: present(mean(labs, ({ l }) => l)),
    a: present(mean(labs, ({ a }) => a)),
    b: present(mean(labs, ({ b }) => b)),
  }
}
