import { hueFamiliesIn } from '~~/core/colour/hue-words'
import { middlingHex } from '~~/core/colour/hue-swatch'
import { outwards } from '~~/core/strength/sentences'
import type { TypicalFibre, TypicalRow } from '~~/shared/views/strength/typical'
import { units } from '~/format/quantities'
import { G_PER_OZ } from '~~/core/quantity/units'

/** What somebody said on the first day; kept on this device until there is a log to speak for it. */
export interface FirstDay {
  /** Seasons and units were taken from the browser, once. */
  isGuessed: boolean
  fibre: TypicalFibre
  /** Sources that grow near. */
  near: string[]
}

/** Of each piece of a first trial: 10 g, or half an ounce. */
export const firstPieceG = () => (units.value.mass === 'metric' ? 10 : G_PER_OZ / 2)

/** Half of what is usually taken and twice of it: far enough apart to show a bend. */
const APART = [0.5, 2] as const

/** Both jars of a first trial, g of plant as weighed per g of fibre; null where nothing is usual. */
export const firstRatios = ({ usualRatio }: TypicalRow): [number, number] | null =>
  usualRatio === null ? null : [usualRatio * APART[0], usualRatio * APART[1]]

/** What both jars take, g as weighed, rounded up to two figures of the unit that is shown. */
export function firstTrialG(ratios: readonly number[], pieceG: number): number {
  const unitG = units.value.mass === 'metric' ? 1 : G_PER_OZ
  const sum = ratios.reduce((total, ratio) => total + ratio * pieceG, 0)
  return unitG * outwards(sum / unitG, Math.ceil)
}

/** Colours that words name, to paint its part with. */
export const hueColours = (words: string): string[] => hueFamiliesIn(words).map(middlingHex)

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
