import type { Knex } from 'knex'
import {
  allowance,
  takenFrom,
  type AllowanceRule,
  type Taking,
} from '../../../core/harvest/allowance'
import type { Source } from '../../../shared/schemas/walk/source'
import type { Bearing } from '../../../shared/views/walk/walk'
import {
  rulesOf,
  takingsIn,
  type RuleRow,
  type TakingRow,
} from '../../repositories/gathering-rules'
import { first, lookUp } from '../../../core/present'
import { parseJson } from '../../../core/json'

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
  const takings = await takingsIn(db, ids, on.slice(0, 4))
  const rules = await rulesOf(db, ids)

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
    const { dryFraction } = lookUp(byId, row.sourceId)
    const massG = row.state === 'dried' ? row.massG / dryFraction : row.massG
    entry(row).takings.push({ massG: Math.max(0, massG), fallen: from === 'ground' })
  }
  rules.forEach(entry)
  const ownRules = new Map(rules.map((row) => [keyOf(row), row]))
  const bearings = new Map<string, Bearing[]>()
  for (const [key, { patchId, patchName, takings: taken }] of found) {
    const sourceId = first(key.split(' '))
    const own = ownRules.get(key)
    const rule = own ? parseJson<AllowanceRule>(own.rule) : lookUp(byId, sourceId).rule
    const computed = allowance(rule, taken, own?.standingG ?? undefined)
    const list = bearings.get(sourceId) ?? []
    list.push({ patchId, patchName, rule, own: Boolean(own), ...computed })
    bearings.set(sourceId, list)
  }
  return bearings
}
