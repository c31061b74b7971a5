import { sum } from 'd3-array'
import type { Knex } from 'knex'
import type { AmountBasis } from '../../core/harvest/ratio-error'
import type { Lot } from '../../shared/schemas/loft/lot'

/** A lot as it was gathered. */
export interface GatheredRow {
  sourceId: string
  patchId: string | null
  massG: number
  massBasis: AmountBasis
  state: string
  obtained: Lot['obtained']
}

const daysOf = (year: number): [string, string] => [`${year}-01-01`, `${year}-12-31`]

/** Lots gathered in a calendar year; what was made of others, or came with another's log, is none. */
export const gatheredIn = async (db: Knex, year: number): Promise<GatheredRow[]> =>
  await db('lot')
    .whereBetween('gathered_on', daysOf(year))
    .whereNull('set_aside_at')
    .where({ from_lots: '[]', from_log: '' })
    .whereNull('jar_id')
    .select<GatheredRow[]>(
      'source_id as sourceId',
      'patch_id as patchId',
      'net_g as massG',
      'obtained',
      db.raw(`(${atGathering('state')}) as state`),
      db.raw(`(${atGathering('mass_basis')}) as "massBasis"`),
    )

const atGathering = (column: string) =>
  `select ${column} from lot_movement where lot_id = lot.id and kind = 'gathered' limit 1`

/** Ids of one's own finished pots of a calendar year, in the order they were dyed. */
export const pottedIn = async (db: Knex, year: number): Promise<string[]> => {
  const rows = await db('pot')
    .whereBetween('dyed_on', daysOf(year))
    .where({ stage: 'done' })
    .whereNull('set_aside_at')
    .whereNotExists(
      db('lot_movement')
        .join('lot', 'lot.id', 'lot_movement.lot_id')
        .whereRaw(`lot_movement.pot_id = pot.id and lot.from_log <> ''`),
    )
    .orderBy(['dyed_on', 'id'])
    .select<{ id: string }[]>('id')
  return rows.map(({ id }) => id)
}

/** Plant that was written off in a calendar year, air-dry, g. */
export const lostIn = async (db: Knex, year: number): Promise<number> => {
  const rows = await db('lot_movement')
    .where({ kind: 'lost' })
    .whereBetween('happened_on', daysOf(year))
    .select<{ deltaG: number; dryFraction: number }[]>(
      'delta_g as deltaG',
      'dry_fraction as dryFraction',
    )
  return Math.max(0, -sum(rows, ({ deltaG, dryFraction }) => deltaG * dryFraction))
}

/** Calendar years with a gathering or a pot, newest first. */
export const yearsOf = async (db: Knex): Promise<number[]> => {
  const [lots, pots] = await Promise.all([
    db('lot')
      .whereNull('set_aside_at')
      .distinct<{ year: string }[]>(db.raw('substr(gathered_on, 1, 4) as year')),
    db('pot')
      .whereNull('set_aside_at')
      .distinct<{ year: string }[]>(db.raw('substr(dyed_on, 1, 4) as year')),
  ])
  const years = [...lots, ...pots].map(({ year }) => Number(year)).filter((year) => year > 0)
  return [...new Set(years)].sort((a, b) => b - a)
}
