import type { Knex } from 'knex'
import {
  allowance,
  takenFrom,
  type AllowanceRule,
  type Taking,
} from '../../../core/harvest/allowance'
import type { Source } from '../../../shared/schemas/walk/source'
import type { Bearing } from '../../../shared/views/walk/walk'

interface TakingRow {
  patchId: string
  patchName: string
  sourceId: string
  massG: number
  obtained: string
  state: string
}

interface RuleRow {
  patchId: string
  patchName: string
  sourceId: string
  rule: string
  standingG: number | null
}

/**
 * What each patch still bears of each source in the calendar year of a day: by the patch's own rule
 * or else the source's usual one. Masses count as fresh.
 */
export async function bearingsOf(
  db: Knex,
  sources: readonly Pick<Source, 'id' | 'rule' | 'dryFraction'>[],
  on: string,
): Promise<Map<string, Bearing[]>> {
  const byId = new Map(sources.map((source) => [source.id, source]))
  const ids = [...byId.keys()]
  const year = on.slice(0, 4)
  const takings = (await db('lot')
    .join('patch', 'patch.id', 'lot.patch_id')
    .whereIn('lot.source_id', ids)
    .whereBetween('lot.gathered_on', [`${year}-01-01`, `${year}-12-31`])
    .whereNull('lot.set_aside_at')
    .where('lot.from_lots', '[]')
    .whereNull('lot.jar_id')
    .select(
      'patch.id as patchId',
      'patch.name as patchName',
      'lot.source_id as sourceId',
      'lot.net_g as massG',
      'lot.obtained as obtained',
      db.raw(
        `(select state from lot_movement where lot_id = lot.id and kind = 'gathered' limit 1) as state`,
      ),
    )) as TakingRow[]
  const rules = (await db('allowance')
    .join('patch', 'patch.id', 'allowance.patch_id')
    .whereIn('allowance.source_id', ids)
    .whereNull('allowance.set_aside_at')
    .select(
      'patch.id as patchId',
      'patch.name as patchName',
      'allowance.source_id as sourceId',
      'allowance.rule as rule',
      'allowance.standing_g as standingG',
    )) as RuleRow[]

  const found = new Map<string, { patchId: string; patchName: string; takings: Taking[] }>()
  const keyOf = (row: { sourceId: string; patchId: string }) => `${row.sourceId} ${row.patchId}`
  const entry = (row: TakingRow | RuleRow) => {
    const key = keyOf(row)
    const known = found.get(key)
    if (known) return known
    const made = { patchId: row.patchId, patchName: row.patchName, takings: [] as Taking[] }
    found.set(key, made)
    return made
  }
  for (const row of takings) {
    const from = takenFrom(row.obtained)
    if (from === 'elsewhere') continue
    const { dryFraction } = byId.get(row.sourceId)!
    const massG = row.state === 'dried' ? row.massG / dryFraction : row.massG
    entry(row).takings.push({ massG: Math.max(0, massG), fallen: from === 'ground' })
  }
  rules.forEach(entry)
  const ownRules = new Map(rules.map((row) => [keyOf(row), row]))
  const bearings = new Map<string, Bearing[]>()
  for (const [key, { patchId, patchName, takings: taken }] of found) {
    const sourceId = key.split(' ')[0]!
    const own = ownRules.get(key)
    const rule = own ? (JSON.parse(own.rule) as AllowanceRule) : byId.get(sourceId)!.rule
    const computed = allowance(rule, taken, own?.standingG ?? undefined)
    const list = bearings.get(sourceId) ?? []
    list.push({ patchId, patchName, rule, own: Boolean(own), ...computed })
    bearings.set(sourceId, list)
  }
  return bearings
}
