import { sort, sum } from 'd3-array'
import { randomLcg } from 'd3-random'
import type { Lab } from '../colour/tristimulus'
import { areNumbersAlike, folded, isAmounts, isUnknown } from './alike'
import {
  FACTOR_FACTS,
  FACTORS,
  TOLERANCES,
  type Amounts,
  type Factor,
  type Factors,
  type FactorValue,
} from './factors'

/** A swatch as evidence: what came of it, and everything that is known of how. */
export interface EvidenceSwatch {
  id: string
  pot: string
  /** All lots it was dyed with, as one key. */
  lot: string
  source: string
  /** Of the colour, above 0; null: none was read. */
  strength: number | null
  /**
   * Where its strength was brought to another ratio along a curve: how far the logarithm moves when the
   * curve bends one SD later, with its sign.
   */
  bendSd?: number
  lab: Lab | null
  /** In which it was dyed; left out: not known. */
  year?: number
  factors: Factors
}

/** A number that is held within the tolerance of its factor. */
export interface NumberOf {
  factor: Factor
  value: number
}

/**
 * What of a swatch is hashed and what is held within a tolerance. Two swatches that agree in the one
 * are compared by the other: nobody compares all with all.
 */
export interface Fingerprint {
  swatch: EvidenceSwatch
  /** By the place of their factor among all; undefined: it is not told of. */
  tokens: readonly (string | undefined)[]
  /** By their name: `minutes`, `mordantPercent/alum`. */
  numbers: ReadonlyMap<string, NumberOf>
  unknown: readonly Factor[]
  /** Whether something of the piece is not known, that its pot does not tell either. */
  isPieceKnown: boolean
  /** Of each token a number of its own: sums of them are alike where all tokens are. */
  marks: readonly number[]
  /** Sum of the marks of all factors but the lot, and of those that pieces of one pot may differ in. */
  allMarks: number
  pieceMarks: number
}

/** Pieces of one pot may differ in it. */
export const isOfPiece = (factor: Factor): boolean => {
  const { sharedBy } = FACTOR_FACTS[factor]
  return sharedBy === 'nothing' || sharedBy === 'potUnlessTold'
}

/** Places of factors among all. */
export const PLACE_OF = new Map(FACTORS.map((factor, i) => [factor, i]))
const placesOf = (counts: (factor: Factor) => boolean) =>
  FACTORS.flatMap((factor, i) => (counts(factor) ? i : []))
const OF_PIECE = placesOf(isOfPiece)
const ALL_BUT_LOT = placesOf((factor) => factor !== 'lot')

/** Sums of all factors' marks stay whole numbers; two of them are alike by chance once in 10^14. */
const MOST_MARK = 2 ** 47
const SEED = 0.61803

/** Fingerprints of swatches that are to be held against each other: their marks are their own. */
export function fingerprints(swatches: readonly EvidenceSwatch[]): Fingerprint[] {
  const random = randomLcg(SEED)
  const markOf = new Map<string, number>()
  const mark = (factor: Factor, token: string) => {
    const key = `${factor}|${token}`
    // one draw has 32 bits
    const known = markOf.get(key) ?? Math.floor((random() + random() / 2 ** 32) * MOST_MARK)
    markOf.set(key, known)
    return known
  }
  return swatches.map((swatch) => {
    const print = unmarked(swatch)
    const marks = print.tokens.map((token, i) =>
      token === undefined ? 0 : mark(FACTORS[i]!, token),
    )
    const sumOf = (places: readonly number[]) => sum(places, (place) => marks[place]!)
    return {
      ...print,
      isPieceKnown: print.unknown.every((factor) => FACTOR_FACTS[factor].sharedBy !== 'nothing'),
      marks,
      allMarks: sumOf(ALL_BUT_LOT),
      pieceMarks: sumOf(OF_PIECE),
    }
  })
}

/** Amounts that are numbers within their tolerance; with a name each, so that they sort alike. */
function unmarked(
  swatch: EvidenceSwatch,
): Pick<Fingerprint, 'swatch' | 'tokens' | 'numbers' | 'unknown'> {
  const tokens = new Array<string | undefined>(FACTORS.length)
  const numbers = new Map<string, NumberOf>()
  const unknown: Factor[] = []
  for (const [place, factor] of FACTORS.entries()) {
    const value = swatch.factors[factor]
    tokens[place] = value === undefined ? undefined : tokenOf(factor, value)
    if (value === undefined) continue
    if (isUnknown(value)) unknown.push(factor)
    else if (typeof value === 'number' && TOLERANCES[factor]) numbers.set(factor, { factor, value })
    else if (isAmounts(value)) {
      for (const [name, amount] of Object.entries(value)) {
        if (amount !== null) numbers.set(`${factor}/${name}`, { factor, value: amount })
      }
    }
  }
  return { swatch, tokens, numbers, unknown }
}

function tokenOf(factor: Factor, value: FactorValue): string {
  if (isUnknown(value)) return '?'
  if (typeof value === 'number' && TOLERANCES[factor]) return '#'
  if (isAmounts(value)) return namesOf(value).join('+')
  if (Array.isArray(value)) return sort(new Set(value.map(folded))).join('+')
  return `${typeof value}:${folded(value)}`
}

const namesOf = (amounts: Amounts): string[] => sort(Object.keys(amounts))

/** Swatches cut into sets in which each number lies within its tolerance of the least. */
export function binned(
  prints: readonly Fingerprint[],
  numbersOf: (print: Fingerprint) => [string, NumberOf][],
): Fingerprint[][] {
  if (prints.length < 2) return []
  let bins: Fingerprint[][] = [[...prints]]
  for (const [name, { factor }] of numbersOf(prints[0]!)) {
    bins = bins.flatMap((bin) => cut(bin, factor, ({ numbers }) => numbers.get(name)?.value ?? NaN))
  }
  return bins
}

function cut(
  bin: readonly Fingerprint[],
  factor: Factor,
  valueOf: (print: Fingerprint) => number,
): Fingerprint[][] {
  const bins: Fingerprint[][] = []
  for (const print of [...bin].sort((a, b) => valueOf(a) - valueOf(b))) {
    const last = bins.at(-1)
    if (last && areNumbersAlike(factor, valueOf(last[0]!), valueOf(print))) last.push(print)
    else bins.push([print])
  }
  return bins
}

/** As groups of one key, in the order in which each came first. Faster than a general one: there are millions. */
export function groupedBy<T, Key>(items: readonly T[], keyOf: (item: T) => Key): T[][] {
  const groups = new Map<Key, T[]>()
  for (const item of items) {
    const key = keyOf(item)
    const group = groups.get(key)
    if (group) group.push(item)
    else groups.set(key, [item])
  }
  return [...groups.values()]
}
