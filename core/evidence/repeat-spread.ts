import { group, mean, sum } from 'd3-array'
import { deltaE2000 } from '../colour/screen-colour'
import type { Lab } from '../colour/tristimulus'
import { present } from '../present'
import type { EvidenceSwatch, Fingerprint } from './fingerprints'
import { repeatSets } from './matched-sets'

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

/** What made again differs by, within a lot and from lot to lot. */
export interface Repeats {
  withinLot: Spread
  betweenLots: Spread
}

export const NO_REPEATS: Spread = { recipes: 0, pots: 0, sdLog: null, df: 0, mcdm: null }

/** The spread of recipes made again in other pots: with the same lot, and with whatever lot. */
export const repeatsOf = (prints: readonly Fingerprint[]): Repeats => ({
  withinLot: spreadOf(repeatSets(prints, { isOneLot: true }), ({ pot }) => pot),
  betweenLots: spreadOf(
    repeatSets(prints, { isOneLot: false }).filter(
      (set) => new Set(set.map(({ lot }) => lot)).size > 1,
    ),
    ({ lot }) => lot,
  ),
})

/** One mean for each pot, or for each lot: pieces of one are one making. */
function spreadOf(
  sets: readonly (readonly EvidenceSwatch[])[],
  makingOf: (swatch: EvidenceSwatch) => string,
): Spread {
  if (sets.length === 0) return NO_REPEATS
  const makings = sets.map((set) => [...group(set, makingOf).values()])
  const logs = makings.map((of) =>
    of.map((swatches) => present(mean(swatches, ({ strength }) => Math.log(present(strength))))),
  )
  const df = sum(logs, (of) => of.length - 1)
  const squares = sum(logs, (of) => sum(of, (each) => (each - present(mean(of))) ** 2))
  const apart = makings.flatMap((of) => fromTheirMean(of.flatMap((each) => meanLab(each) ?? [])))
  return {
    recipes: sets.length,
    pots: new Set(sets.flat().map(({ pot }) => pot)).size,
    sdLog: df > 0 ? Math.sqrt(squares / df) : null,
    df,
    mcdm: mean(apart) ?? null,
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
