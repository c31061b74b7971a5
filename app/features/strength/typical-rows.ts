import type { Part } from '~~/catalogue/parts'
import type { HueFamily } from '~~/core/colour/colour-name'
import type { Depth } from '~~/core/colour/depth'
import { outwards } from '~~/core/strength/sentences'
import { present } from '~~/core/present'
import { monthName } from '~/format/dates'
import { formatMass, units } from '~/format/quantities'
import { G_PER_OZ } from '~~/core/quantity/units'
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

/** Rows that answer: what usually takes least first, what is no first answer after all others. */
export function typicalRows(
  rows: readonly TypicalRow[],
  { family, month, part }: TypicalAsk,
): TypicalRow[] {
  const kept = rows.filter(
    (row) =>
      (!family || row.families.includes(family)) &&
      (!month || row.months.includes(month)) &&
      (!part || row.part === part),
  )
  const needed = ({ usualRatio, dryFraction }: TypicalRow) =>
    usualRatio === null ? Infinity : usualRatio * dryFraction
  // what may not be taken, grows a few millimetres a year, or has no known colour
  const isLast = ({ stopGroup, group, hue }: TypicalRow) =>
    Number(stopGroup === 'protected' || group === 'lichen' || hue === '')
  return kept.sort(
    (a, b) =>
      isLast(a) - isLast(b) || needed(a) - needed(b) || a.commonName.localeCompare(b.commonName),
  )
}

const usualMass = ({ usualRatio }: TypicalRow, fibreG: number) =>
  usualRatio === null ? null : formatMass(usualRatio * fibreG)

/** How much of a source is usually taken, and what its kind alone says of a depth: no middle, it is too wide. */
export function typicalAmount(row: TypicalRow, { depth, fibreG }: TypicalAsk) {
  const { ratio } = present(row.forDepth.find((each) => each.depth === depth))
  const grams = (dry: number) => (dry * fibreG) / row.dryFraction
  // in the unit that is shown: two figures of it, and no more
  const unitG = units.value.mass === 'metric' ? 1 : G_PER_OZ
  const rounded = (dry: number, round: (value: number) => number) =>
    formatMass(unitG * outwards(grams(dry) / unitG, round))
  return {
    usual: usualMass(row, fibreG),
    span:
      ratio === null
        ? null
        : ratio.high === null
          ? `${rounded(ratio.low, Math.floor)} or much more`
          : `${rounded(ratio.low, Math.floor)} to ${rounded(ratio.high, Math.ceil)}`,
  }
}

/** `July to September`, `all year`. */
export function monthsText(months: readonly number[]): string {
  const [from, to] = [months[0], months.at(-1)]
  if (from === undefined || to === undefined) return 'season not known'
  if (months.length === 12) return 'all year'
  return from === to ? monthName(from) : `${monthName(from)} to ${monthName(to)}`
}
