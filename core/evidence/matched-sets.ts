import { extent, sort } from 'd3-array'
import { first, lookUp } from '../present'
import { areNumbersAlike, folded, isAmounts } from './alike'
import { FACTORS, isOfMordant, TOLERANCES, type Factor } from './factors'
import {
  binned,
  groupedBy,
  PLACE_OF,
  isOfPiece,
  type EvidenceSwatch,
  type Fingerprint,
  type NumberOf,
} from './fingerprints'

/** Two levels of a factor that are held against each other. */
export interface Contrast {
  factor: Factor
  /** Of amounts: which agent; else empty. */
  of: string
  from: string
  to: string
}

/** Names a contrast, however somebody wrote its levels. */
export const contrastKey = ({ factor, of, from, to }: Contrast): string =>
  [factor, of, folded(from), folded(to)].join('|')

/** Swatches alike in everything but one factor, on two levels of it. */
export interface MatchedSet {
  contrast: Contrast
  from: readonly EvidenceSwatch[]
  to: readonly EvidenceSwatch[]
}

/** Numbers that are compared within a tolerance: more of it, or less, of whatever amount. */
export const LESS = 'less'
const MORE = 'more'
/** An agent that one side has, and the other has not. */
export const WITHOUT = 'without'
export const WITH = 'with'

/** Factors whose effect other rooms tell: the curves of strength, and potency of lots. */
const TOLD_ELSEWHERE: readonly Factor[] = [
  'source',
  'lot',
  'part',
  'ratioDry',
  'companions',
  'readingMethod',
]
/** Factors whose effect is asked for. */
export const ASKED = FACTORS.filter((factor) => !TOLD_ELSEWHERE.includes(factor))

/**
 * Every set of swatches in which one factor alone differs, of a whole log.
 *
 * Within a pot its liquor is the same, known or not; from pot to pot everything must be known, and
 * everything but the one factor alike. Within its tolerance a number counts as alike; a series of them
 * is cut where it leaves the tolerance of its first, so that each swatch is of one set alone.
 */
export function matchedSets(prints: readonly Fingerprint[]): MatchedSet[] {
  const byPot = groupedBy(prints, ({ swatch }) => swatch.pot).filter((of) => of.length > 1)
  const known = prints.filter(({ unknown }) => unknown.length === 0)
  const byLot = groupedBy(known, ({ swatch }) => swatch.lot)
  return ASKED.flatMap((factor) => {
    const within = isOfPiece(factor) ? byPot.flatMap((of) => setsWithin(factor, of)) : []
    // a pot that proves it by itself is no half of another proof: what is proved would be one then
    const told = new Set(within.map(({ from }) => from[0]!.pot))
    const across = byLot.flatMap((of) =>
      setsAcross(factor, told.size > 0 ? of.filter(({ swatch }) => !told.has(swatch.pot)) : of),
    )
    return [...within, ...across]
  })
}

/** Of one pot: what is of the piece must be known, or told of none. */
function setsWithin(factor: Factor, prints: readonly Fingerprint[]): MatchedSet[] {
  const place = lookUp(PLACE_OF, factor)
  // most pots hold pieces that do not differ in it
  if (!mayDiffer(prints, factor)) return []
  const known = prints.filter(
    ({ isPieceKnown, unknown, tokens }) =>
      isPieceKnown && tokens[place] !== undefined && !unknown.includes(factor),
  )
  return groupedBy(known, (print) => keyOf(print, factor, 'pieceMarks')).flatMap((block) =>
    setsOf(factor, block, isOfPiece),
  )
}

/** Of different pots, of one lot. */
function setsAcross(factor: Factor, ofLot: readonly Fingerprint[]): MatchedSet[] {
  const place = lookUp(PLACE_OF, factor)
  if (!mayDiffer(ofLot, factor)) return []
  const told = ofLot.filter(({ tokens }) => tokens[place] !== undefined)
  return groupedBy(told, (print) => keyOf(print, factor, 'allMarks')).flatMap((block) =>
    setsOf(factor, block, isAcrossPots).flatMap(betweenPots),
  )
}

/** Whether some of them lie on other levels of a factor than others. */
export function mayDiffer(prints: readonly Fingerprint[], factor: Factor): boolean {
  const place = lookUp(PLACE_OF, factor)
  const [one] = prints
  if (!one) return false
  if (prints.some(({ marks }) => marks[place] !== one.marks[place])) return true
  if (TOLERANCES[factor] === undefined) return false
  return [...one.numbers.values()].some((number, i) => {
    if (number.factor !== factor) return false
    const name = [...one.numbers.keys()][i]!
    const [least = NaN, most = NaN] = extent(prints, ({ numbers }) => numbers.get(name)?.value)
    return !areNumbersAlike(factor, least, most)
  })
}

const isAcrossPots = (factor: Factor) => factor !== 'lot'

/** Pots that hold both levels were compared by themselves. */
function betweenPots({ contrast, from, to }: MatchedSet): MatchedSet[] {
  const [left, right] = [potsOf(from), potsOf(to)]
  const only = {
    contrast,
    from: from.filter(({ pot }) => !right.has(pot)),
    to: to.filter(({ pot }) => !left.has(pot)),
  }
  return only.from.length > 0 && only.to.length > 0 ? [only] : []
}

const potsOf = (swatches: readonly EvidenceSwatch[]): Set<string> =>
  new Set(swatches.map(({ pot }) => pot))

/** What all must be equal in, but for the factor asked and what goes with it. */
export function keyOf(
  print: Fingerprint,
  but: Factor | null,
  of: 'allMarks' | 'pieceMarks',
): number {
  let key = print[of]
  for (const factor of but === 'mordant' ? WITH_MORDANT : but ? [but] : []) {
    if (of === 'allMarks' || isOfPiece(factor)) key -= print.marks[lookUp(PLACE_OF, factor)]!
  }
  return key
}

/** Another mordant has its own percentage, heat and finish. */
const goesWith = (factor: Factor, asked: Factor | null) =>
  asked === 'mordant' && isOfMordant(factor)
const WITH_MORDANT = FACTORS.filter((factor) => factor === 'mordant' || isOfMordant(factor))

/** Sets of a block of swatches that agree in all that is hashed. */
function setsOf(
  factor: Factor,
  block: readonly Fingerprint[],
  isCompared: (factor: Factor) => boolean,
): MatchedSet[] {
  if (block.length < 2) return []
  const place = lookUp(PLACE_OF, factor)
  const tokenOf = ({ tokens }: Fingerprint) => tokens[place] ?? ''
  const levels = new Map(groupedBy(block, tokenOf).map((of) => [tokenOf(first(of)), of] as const))
  const names = sort(levels.keys())
  const held = (print: Fingerprint, but: Factor) =>
    [...print.numbers].filter(
      ([, number]) =>
        isCompared(number.factor) && number.factor !== but && !goesWith(number.factor, but),
    )
  const sets: MatchedSet[] = []
  for (const [i, from] of names.entries()) {
    for (const to of names.slice(i + 1)) {
      const contrast = contrastOf(factor, from, to, (name) => lookUp(levels, name))
      if (!contrast) continue
      const both = [...lookUp(levels, from), ...lookUp(levels, to)]
      const commons = commonsOf(factor, both)
      const bins = binned(both, (print) => [
        ...held(print, factor),
        ...[...print.numbers].filter(([name]) => commons.has(name)),
      ])
      for (const bin of bins) {
        const of = (level: string) =>
          bin.filter((print) => tokenOf(print) === level).map(({ swatch }) => swatch)
        const [left, right] = contrast.isTurned ? [of(to), of(from)] : [of(from), of(to)]
        if (left.length > 0 && right.length > 0) {
          sets.push({ contrast: contrast.contrast, from: left, to: right })
        }
      }
    }
  }
  for (const level of levels.values()) sets.push(...seriesOf(factor, level, held))
  return sets
}

/** Amounts of agents that both levels have are held against each other; the one that differs is not. */
function commonsOf(factor: Factor, prints: readonly Fingerprint[]): Set<string> {
  const own = factor === 'mordant' ? 'mordantPercent' : factor
  const [first, ...rest] = prints.map(
    ({ numbers }) =>
      new Set([...numbers].flatMap(([name, each]) => (each.factor === own ? name : []))),
  )
  return new Set([...(first ?? [])].filter((name) => rest.every((each) => each.has(name))))
}

/** A level as it is written down; empty: it is not told of there. */
function levelWords(factor: Factor, { swatch }: Fingerprint): string {
  const value = swatch.factors[factor]
  if (isAmounts(value)) return Object.keys(value).join(' + ')
  return Array.isArray(value) ? value.join(' + ') : String(value ?? '')
}

function contrastOf(
  factor: Factor,
  from: string,
  to: string,
  level: (name: string) => readonly Fingerprint[],
): { contrast: Contrast; isTurned: boolean } | null {
  if (from === '?' || to === '?') return null
  if (factor === 'shift') return addedOf(from, to)
  if (factor === 'mordantPercent' || from === '#' || to === '#') return null
  const [left, right] = [
    levelWords(factor, first(level(from))),
    levelWords(factor, first(level(to))),
  ]
  const contrast = { factor, of: '', from: left, to: right }
  return { contrast, isTurned: false }
}

/** Of what is stirred in: one agent more. */
function addedOf(from: string, to: string): { contrast: Contrast; isTurned: boolean } | null {
  const [left, right] = [from, to].map((names) => new Set(names ? names.split('+') : []))
  const [more, less] = left!.size > right!.size ? [left!, right!] : [right!, left!]
  const added = [...more].filter((name) => !less.has(name))
  if (added.length !== 1 || more.size !== less.size + 1) return null
  return {
    contrast: { factor: 'shift', of: added[0]!, from: WITHOUT, to: WITH },
    isTurned: left === more,
  }
}

/** Of a number, or of one amount: the least of a set against the most. */
function seriesOf(
  factor: Factor,
  level: readonly Fingerprint[],
  held: (print: Fingerprint, but: Factor) => [string, NumberOf][],
): MatchedSet[] {
  const own = [...(level[0]?.numbers ?? [])].filter(([, each]) => each.factor === factor)
  const [name, number] = own[0] ?? []
  if (!name || !number || own.length > 1) return []
  const valueOf = ({ numbers }: Fingerprint) => numbers.get(name)?.value ?? NaN
  return binned(level, (print) => held(print, factor)).flatMap((bin): MatchedSet[] => {
    const ordered = sort(bin, valueOf)
    const [least, most] = [valueOf(ordered[0]!), valueOf(ordered.at(-1)!)]
    if (areNumbersAlike(factor, least, most)) return []
    const of = (value: number) =>
      ordered
        .filter((each) => areNumbersAlike(factor, valueOf(each), value))
        .map(({ swatch }) => swatch)
    const agent = name.includes('/') ? name.slice(factor.length + 1) : ''
    return [
      { contrast: { factor, of: agent, from: LESS, to: MORE }, from: of(least), to: of(most) },
    ]
  })
}

/** Pieces of one pot that are alike in all: what they differ by is the piece, and how it was read. */
export const alikeInPot = (prints: readonly Fingerprint[]): EvidenceSwatch[][] =>
  groupedBy(
    prints.filter(({ isPieceKnown }) => isPieceKnown),
    ({ swatch }) => swatch.pot,
  )
    .filter((of) => of.length > 1)
    .flatMap((of) => groupedBy(of, ({ pieceMarks }) => pieceMarks))
    .flatMap((block) =>
      binned(block, ({ numbers }) => [...numbers].filter(([, { factor }]) => isOfPiece(factor))),
    )
    .filter((bin) => bin.length > 1)
    .map((bin) => bin.map(({ swatch }) => swatch))

/** Swatches of one recipe, made again in other pots. @param isOneLot false: whatever the lot */
export function repeatSets(
  prints: readonly Fingerprint[],
  { isOneLot }: { isOneLot: boolean },
): EvidenceSwatch[][] {
  const known = prints.filter(({ unknown }) => unknown.length === 0)
  return groupedBy(known, ({ swatch }) => (isOneLot ? swatch.lot : swatch.source))
    .flatMap((of) => groupedBy(of, ({ allMarks }) => allMarks))
    .flatMap((block) => binned(block, ({ numbers }) => [...numbers]))
    .map((bin) => bin.map(({ swatch }) => swatch))
    .filter((set) => potsOf(set).size > 1)
}
