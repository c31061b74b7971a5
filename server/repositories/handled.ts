import type { Knex } from 'knex'
import type { Evidence } from '../../shared/schemas/loft/lot'
import { parseJson } from '../../core/json'

/** Codes of jars that hold ammonia and were opened or begun on a day. */
export async function jarsHandled(
  db: Knex,
  ways: readonly string[],
  on: string,
): Promise<string[]> {
  const rows = await db('jar')
    .whereNull('jar.set_aside_at')
    .where((jar) => jar.whereIn('way', ways).orWhere('ammonia_l', '>', 0))
    .where((handled) =>
      handled.whereRaw(`substr(jar.started_at, 1, 10) = ?`, [on]).orWhereExists(
        db('jar_round')
          .whereRaw('jar_round.jar_id = jar.id and jar_round.set_aside_at is null')
          .whereRaw(`substr(jar_round.at, 1, 10) = ?`, [on])
          // shaking a closed jar lets nothing out
          .whereNot('kind', 'shake'),
      ),
    )
    .select<{ code: string }[]>('code')
  return rows.map(({ code }) => code)
}

/** Lots on which an agent was tried on a day, with all that was tried on them. */
export async function lotsTestedOn(
  db: Knex,
  agent: string,
  on: string,
): Promise<{ code: string; evidence: Evidence[] }[]> {
  const rows = await db('lot')
    .whereNull('set_aside_at')
    .whereRaw(`instr(evidence, ?) > 0 and instr(evidence, ?) > 0`, [`"${agent}"`, on])
    .select<{ code: string; evidence: string }[]>('code', 'evidence')
  return rows.map(({ code, evidence }) => ({ code, evidence: parseJson<Evidence[]>(evidence) }))
}
