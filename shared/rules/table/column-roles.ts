import { keysOf } from '../../../core/json'

/** What a column of somebody's spreadsheet tells of what was dyed. */
export const COLUMN_ROLES = {
  skip: 'not read',
  plant: 'plant',
  part: 'part of the plant',
  state: 'fresh or dried',
  plantMass: 'amount of plant',
  ratio: 'plant to fibre',
  gathered: 'day of gathering',
  place: 'place',
  fibre: 'fibre',
  form: 'form of the fibre',
  fibreMass: 'amount of fibre, of each piece',
  mordant: 'mordant',
  way: 'way',
  minutes: 'time',
  temperature: 'heat',
  water: 'water',
  ph: 'pH at the end',
  dyed: 'day of dyeing',
  pot: 'pot: rows that say the same are one',
  colour: 'colour, hex or L a b',
  l: 'L*',
  a: 'a*',
  b: 'b*',
  verdict: 'again or not',
  mark: 'mark on the piece',
  note: 'note',
} as const
export type ColumnRole = keyof typeof COLUMN_ROLES
export const ROLE_KEYS = keysOf(COLUMN_ROLES)

/** Of these there may be several columns: each colour is a piece, each mordant one more. */
export const SEVERAL: readonly ColumnRole[] = ['skip', 'mordant', 'colour', 'note']

/** Units that a column of bare numbers may be in, by what it tells. */
export const ROLE_UNITS: Partial<Record<ColumnRole, readonly string[]>> = {
  plantMass: ['g', 'kg', 'oz', 'lb'],
  fibreMass: ['g', 'kg', 'oz', 'lb'],
  water: ['L', 'mL', 'qt', 'gal', 'cup'],
  temperature: ['°C', '°F'],
  minutes: ['min', 'h'],
}

export interface MappedColumn {
  role: ColumnRole
  /** What a bare number means; empty where the role has no unit. */
  unit: string
  /** What stands over it. */
  head: string
}
