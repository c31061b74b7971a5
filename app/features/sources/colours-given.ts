import type { FibreClass } from '~~/catalogue/fibres'
import type { StrengthPointView, StrengthView } from '~~/shared/views/strength/strength'

/** With what a source's hue in words is told. */
export const HUE_MARK_WORDS = {
  none: 'without mordant',
  Al: 'alum',
  Fe: 'iron',
  Cu: 'copper',
} as const

/** Colours of one mordant on one kind of fibre, from the least plant to the most. */
export interface ColoursGiven {
  key: string
  mordant: string
  fibreClass: FibreClass
  /** Those of unknown ratio last. */
  points: StrengthPointView[]
}

/** The colours a source gave, by mordant and fibre; ways and pH together, most swatches first. */
export function coloursGiven({ groups }: Pick<StrengthView, 'groups'>): ColoursGiven[] {
  const rows = new Map<string, ColoursGiven>()
  for (const { mordant, fibreClass, points } of groups) {
    const key = `${mordant} ${fibreClass}`
    const row = rows.get(key) ?? { key, mordant, fibreClass, points: [] }
    row.points.push(...points)
    rows.set(key, row)
  }
  const ratioOf = ({ ratioDry }: StrengthPointView) => ratioDry ?? Infinity
  return [...rows.values()]
    .filter(({ points }) => points.length > 0)
    .map((row) => ({ ...row, points: [...row.points].sort((a, b) => ratioOf(a) - ratioOf(b)) }))
    .sort((a, b) => b.points.length - a.points.length)
}
