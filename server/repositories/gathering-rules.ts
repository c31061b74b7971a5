import type { Knex } from 'knex'

/** What was taken at a patch in one gathering. */
export interface TakingRow {
  patchId: string
  patchName: string
  sourceId: string
  massG: number
  obtained: string
  state: string
}

/** A patch's own rule for a source, as JSON. */
export interface RuleRow {
  patchId: string
  patchName: string
  sourceId: string
  rule: string
  standingG: number | null
}

/** Gatherings of some sources in a calendar year; what was made of them is not counted again. */
export const takingsIn = async (
  db: Knex,
  ids: readonly string[],
  year: string,
): Promise<TakingRow[]> =>
  await db('lot')
    .join('patch', 'patch.id', 'lot.patch_id')
    .whereIn('lot.source_id', ids)
    .whereBetween('lot.gathered_on', [`${year}-01-01`, `${year}-12-31`])
    .whereNull('lot.set_aside_at')
    .where('lot.from_lots', '[]')
    .whereNull('lot.jar_id')
    .select<TakingRow[]>(
      'patch.id as patchId',
      'patch.name as patchName',
      'lot.source_id as sourceId',
      'lot.net_g as massG',
      'lot.obtained as obtained',
      db.raw(
        `(select state from lot_movement where lot_id = lot.id and kind = 'gathered' limit 1) as state`,
      ),
    )

export const rulesOf = async (db: Knex, ids: readonly string[]): Promise<RuleRow[]> =>
  await db('allowance')
    .join('patch', 'patch.id', 'allowance.patch_id')
    .whereIn('allowance.source_id', ids)
    .whereNull('allowance.set_aside_at')
    .select<RuleRow[]>(
      'patch.id as patchId',
      'patch.name as patchName',
      'allowance.source_id as sourceId',
      'allowance.rule as rule',
      'allowance.standing_g as standingG',
    )

/** Another rule of the same patch for the same source, live or set aside. */
export async function otherRule(
  db: Knex,
  { id, patchId, sourceId }: { id: string; patchId: string; sourceId: string },
): Promise<{ setAsideAt: string | null } | null> {
  const row = await db('allowance')
    .where({ patch_id: patchId, source_id: sourceId })
    .whereNot({ id })
    .first<{ setAsideAt: string | null }>('set_aside_at as setAsideAt')
  return row ?? null
}
