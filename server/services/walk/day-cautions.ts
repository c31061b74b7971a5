import type { Knex } from 'knex'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import type { Caution } from '../../../core/safety/gathering'
import { neverTogether, type Handling } from '../../../core/safety/never-together'
import { jarsHandled, lotsTestedOn } from '../../repositories/handled'
import { keysOf } from '../../../core/json'

/** What is in hand on a day that must never meet. */
export const dayCautions = (db: Knex) => ({
  /** @param on local date; @param planned what is about to be done, not logged yet */
  async stop(on: string, planned: readonly Handling[] = []): Promise<Caution | null> {
    const [jars, tests] = await Promise.all([ammoniaJars(db, on), bleachTests(db, on)])
    return neverTogether([...jars, ...tests, ...planned], on)
  },
})

async function ammoniaJars(db: Knex, on: string): Promise<Handling[]> {
  const ways = keysOf(JAR_WAYS).filter((way) => JAR_WAYS[way].ammonia)
  const codes = await jarsHandled(db, ways, on)
  return codes.map((code) => ({ agent: 'ammonia', on, where: `jar ${code}` }))
}

async function bleachTests(db: Knex, on: string): Promise<Handling[]> {
  return (await lotsTestedOn(db, 'bleach', on))
    .filter(({ evidence }) => evidence.some((each) => each.agent === 'bleach' && each.on === on))
    .map(({ code }) => ({ agent: 'bleach', on, where: `spot test on ${code}` }))
}
