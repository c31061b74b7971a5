import { handyMassG, roughMassG } from '~/format/rough-mass'
import type { TypicalFibre, TypicalRow } from '~~/shared/views/strength/typical'

/** What somebody said on the first day; kept on this device until there is a log to speak for it. */
export interface FirstDay {
  /** Seasons and units: not looked at yet, guessed from the browser, or told by somebody. */
  place: 'open' | 'guessed' | 'told'
  fibre: TypicalFibre
  /** Ids of the sources that were ticked. */
  growsNear: string[]
}

/** Of each piece of a first trial. */
export const firstPieceG = () => handyMassG({ grams: 10, ounces: 0.5 })

/** Half of what is usually taken and twice of it: far enough apart to show a bend. */
const APART = [0.5, 2] as const

/** Both jars of a first trial, g of plant as weighed per g of fibre; null where nothing is usual. */
export const firstRatios = ({ usualRatio }: TypicalRow): [number, number] | null =>
  usualRatio === null ? null : [usualRatio * APART[0], usualRatio * APART[1]]

/** What both jars take, g as weighed, rounded up. */
export const firstTrialG = (ratios: readonly number[], pieceG: number): number =>
  roughMassG(
    ratios.reduce((total, ratio) => total + ratio * pieceG, 0),
    Math.ceil,
  )

/** Plants to tick: what may be taken and has a known colour first, then by name. */
export function nearRows(rows: readonly TypicalRow[], month: number): TypicalRow[] {
  const isLast = ({ stopGroup, poisonous, hue, group }: TypicalRow) =>
    Number(stopGroup === 'protected') * 4 +
    Number(hue === '') * 2 +
    Number(poisonous || group === 'lichen')
  // what is ready all year says nothing of this month
  const isAllYear = ({ months }: TypicalRow) => Number(months.length === 12)
  return rows
    .filter(({ months }) => months.includes(month))
    .sort(
      (a, b) =>
        isLast(a) - isLast(b) ||
        isAllYear(a) - isAllYear(b) ||
        a.commonName.localeCompare(b.commonName),
    )
}
