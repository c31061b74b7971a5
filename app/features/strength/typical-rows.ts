import type { Part } from '~~/catalogue/parts'
import type { HueFamily } from '~~/core/colour/colour-name'
import type { Depth } from '~~/core/colour/depth'
import { outwards } from '~~/core/strength/sentences'
import { present } from '~~/core/present'
import { formatMass } from '~/format/quantities'
import type { TypicalFibre, TypicalMordant, TypicalRow } from '~~/shared/views/strength/typical'

/** What is asked of all plants: "yellows in August from leaves, with alum on wool, middling". */
export interface TypicalAsk {
  family: HueFamily | ''
  /** 1 to 12; 0: any. */
  month: number
  part: Part | ''
  mordant: TypicalMordant
  fibre: TypicalFibre
  depth: Depth
  fibreG: number
}

/** Rows that answer, those that take least first; what is not likely to get so deep comes after. */
export function typicalRows(
  rows: readonly TypicalRow[],
  { family, month, part, depth }: TypicalAsk,
): TypicalRow[] {
  const kept = rows.filter(
    (row) =>
      (!family || row.families.includes(family)) &&
      (!month || row.months.includes(month)) &&
      (!part || row.part === part),
  )
  const needed = (row: TypicalRow) => {
    const ratio = ratioFor(row, depth)
    return ratio ? ratio.mid / row.dryFraction : Infinity
  }
  // what may not be taken, grows a few millimetres a year, or has no known colour is no first answer
  const isLast = ({ stopGroup, group, hue }: TypicalRow) =>
    Number(stopGroup === 'protected' || group === 'lichen' || hue === '')
  return kept.sort(
    (a, b) =>
      isLast(a) - isLast(b) || needed(a) - needed(b) || a.commonName.localeCompare(b.commonName),
  )
}

const ratioFor = ({ forDepth }: TypicalRow, depth: Depth) =>
  present(forDepth.find((each) => each.depth === depth)).ratio

/** Of a source as it is weighed, how much for so much fibre: in one or two figures, it is a guess. */
export function typicalAmount(row: TypicalRow, { depth, fibreG }: TypicalAsk) {
  const ratio = ratioFor(row, depth)
  if (!ratio) return null
  const grams = (dry: number) => (dry * fibreG) / row.dryFraction
  const low = formatMass(outwards(grams(ratio.low), Math.floor))
  return {
    mid: formatMass(Number(grams(ratio.mid).toPrecision(2))),
    span:
      ratio.high === null
        ? `${low} or much more`
        : `${low} to ${formatMass(outwards(grams(ratio.high), Math.ceil))}`,
  }
}

/** `July to September`, `all year`. */
export function monthsText(months: readonly number[]): string {
  const [from, to] = [months[0], months.at(-1)]
  if (from === undefined || to === undefined) return 'season not known'
  if (months.length === 12) return 'all year'
  return from === to ? monthName(from) : `${monthName(from)} to ${monthName(to)}`
}

const NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const
export const monthName = (month: number): string => NAMES[month - 1] ?? ''
