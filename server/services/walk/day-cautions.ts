import type { Knex } from 'knex'
import { JAR_WAYS, type JarWay } from '../../../catalogue/jar-ways'
import type { Caution } from '../../../core/safety/gathering'
import { neverTogether, type Handling } from '../../../core/safety/never-together'
import type { Evidence } from '../../../shared/schemas/loft/lot'

/** What is in hand on a day that must never meet. */
export const dayCautions = (db: Knex) => ({
  /** @param on local date; @param planned what is about to be done, not logged yet */
  async stop(on: string, planned: readonly Handling[] = []): Promise<Caution | null> {
    const [jars, tests] = await Promise.all([ammoniaJars(db, on), bleachTests(db, on)])
    return neverTogether([...jars, ...tests, ...planned], on)
  },
})

async function ammoniaJars(db: Knex, on: string): Promise<Handling[]> {
  const ways = (Object.keys(JAR_WAYS) as JarWay[]).filter((way) => JAR_WAYS[way].ammonia)
  const rows = (await db('jar')
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
    .select('code')) as { code: string }[]
  return rows.map(({ code }) => ({ agent: 'ammonia', on, where: `jar ${code}` }))
}

async function bleachTests(db: Knex, on: string): Promise<Handling[]> {
  const rows = (await db('lot')
    .whereNull('set_aside_at')
    .whereRaw(`instr(evidence, '"bleach"') > 0 and instr(evidence, ?) > 0`, [on])
    .select('code', 'evidence')) as { code: string; evidence: string }[]
  return rows
    .filter(({ evidence }) =>
      (JSON.parse(evidence) as Evidence[]).some(
        (each) => each.agent === 'bleach' && each.on === on,
      ),
    )
    .map(({ code }) => ({ agent: 'bleach', on, where: `spot test on ${code}` }))
}
