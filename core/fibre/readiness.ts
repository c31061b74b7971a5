import { formatDuration } from '../quantity/format-duration'
/** What a piece is ready for. */
export type ReadyLevel = 'inBath' | 'rinseDue' | 'unwashed' | 'bare' | 'mordanted' | 'dyed'

export interface TreatmentFacts {
  kind: 'wash' | 'rinse' | 'bleach' | 'preshrink' | 'soak' | 'mordant' | 'oil'
  /** `alum 10 %`, `washed`. */
  words: string
  doneOn: string
}

export interface ReadinessFacts {
  /** In the order in which they were done. */
  treatments: readonly TreatmentFacts[]
  /** Pots it has been through. */
  pots: number
  /** A bath it lies in now. */
  isInBath: boolean
}

/** Something that is missing, and how long it takes, min. */
export interface Missing {
  what: string
  leastMin: number
  mostMin: number
}

export interface Readiness {
  level: ReadyLevel
  /** For which pots: `any pot`. */
  for: string
  missing: Missing[]
}

const WASH: Missing = { what: 'wash it: grease keeps dye out', leastMin: 60, mostMin: 120 }
const RINSE: Missing = { what: 'rinse the bleach out until clear', leastMin: 20, mostMin: 40 }
/** Hot in three hours with its cooling; cold overnight to two days (common practice, no source). */
const MORDANT: Missing = {
  what: 'mordant it for most sources',
  leastMin: 180,
  mostMin: 2 * 24 * 60,
}

const lastIndex = (treatments: readonly TreatmentFacts[], kind: TreatmentFacts['kind']) =>
  treatments.reduce((last, each, i) => (each.kind === kind ? i : last), -1)

/** Bleach that was not rinsed out since. */
export const isRinseDue = (treatments: readonly TreatmentFacts[]): boolean =>
  lastIndex(treatments, 'bleach') > lastIndex(treatments, 'rinse')

/**
 * Whether a piece can go into a pot, and what it lacks.
 *
 * A bare washed piece is ready for sources that need no mordant: walnut, lichen ferments, leaf
 * blue, bark tannins.
 */
export function readinessOf({ treatments, pots, isInBath }: ReadinessFacts): Readiness {
  const has = (kind: TreatmentFacts['kind']) => treatments.some((each) => each.kind === kind)
  const missing: Missing[] = []
  if (isRinseDue(treatments)) missing.push(RINSE)
  if (!has('wash')) missing.push(WASH)
  if (!has('mordant')) missing.push(MORDANT)
  if (isInBath) return { level: 'inBath', for: 'nothing before it is out', missing: [] }
  if (isRinseDue(treatments)) return { level: 'rinseDue', for: 'nothing yet', missing }
  if (pots > 0) return { level: 'dyed', for: 'another bath over its colour', missing: [] }
  if (!has('wash')) return { level: 'unwashed', for: 'nothing yet', missing }
  if (!has('mordant')) return { level: 'bare', for: 'sources that need no mordant', missing }
  return { level: 'mordanted', for: 'any pot', missing: [] }
}

/** How long things take that are done one after the other: `3 h to 2 days`. */
export function missingTime(missing: readonly Missing[]): string {
  const sum = (pick: (each: Missing) => number) =>
    missing.reduce((all, each) => all + pick(each), 0)
  return `${formatDuration(sum((each) => each.leastMin))} to ${formatDuration(sum((each) => each.mostMin))}`
}
