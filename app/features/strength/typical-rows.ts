import type { Part } from '~~/catalogue/parts'
import type { Habitat } from '~~/catalogue/sources/habitats'
import type { HueFamily } from '~~/core/colour/colour-name'
import type { Depth } from '~~/core/colour/depth'
import { present } from '~~/core/present'
import { monthName } from '~/format/dates'
import { formatRoughMass, handyMassG } from '~/format/rough-mass'
import type { TypicalFibre, TypicalMordant, TypicalRow } from '~~/shared/views/strength/typical'

/** What is asked of all plants: "yellows in August from hedges, with alum on wool, middling". */
export interface TypicalAsk {
  family: HueFamily | ''
  /** 1 to 12; 0: any. */
  month: number
  part: Part | ''
  /** Where it grows; empty: anywhere. */
  habitat: Habitat | ''
  mordant: TypicalMordant
  fibre: TypicalFibre
  depth: Depth
  fibreG: number
}

/** Rows that answer: what usually takes least first, what is no first answer after all others. */
export function typicalRows(
  rows: readonly TypicalRow[],
  { family, month, part, habitat }: TypicalAsk,
): TypicalRow[] {
  const kept = rows.filter(
    (row) =>
      (!family || row.families.includes(family)) &&
      (!month || row.months.includes(month)) &&
      (!part || row.part === part) &&
      (!habitat || row.habitats.includes(habitat)),
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

/** A handy amount to ask of: 100 g, or 4 oz. */
export const handyFibreG = () => handyMassG({ grams: 100, ounces: 4 })

/** How much of a source is usually taken, and what its kind alone says of a depth: no middle, it is too wide. */
export function typicalAmount(row: TypicalRow, { depth, fibreG }: TypicalAsk) {
  const { ratio } = present(row.forDepth.find((each) => each.depth === depth))
  const grams = (dry: number) => (dry * fibreG) / row.dryFraction
  const low = ratio && formatRoughMass(grams(ratio.low), Math.floor)
  return {
    usual: row.usualRatio === null ? null : formatRoughMass(row.usualRatio * fibreG),
    span:
      ratio === null
        ? null
        : ratio.high === null
          ? `${low} or much more`
          : `${low} to ${formatRoughMass(grams(ratio.high), Math.ceil)}`,
  }
}

/** `July to September`, `all year`. */
export function monthsText(months: readonly number[]): string {
  const [from, to] = [months[0], months.at(-1)]
  if (from === undefined || to === undefined) return 'season not known'
  if (months.length === 12) return 'all year'
  return from === to ? monthName(from) : `${monthName(from)} to ${monthName(to)}`
}
