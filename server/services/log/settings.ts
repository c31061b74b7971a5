import type { Knex } from 'knex'
import { PLAIN_SETTINGS, type Settings } from '../../../shared/schemas/log/settings'
import type { Database } from '../../database/open'
import { settingRepository } from '../../repositories/settings'
import { unacceptable } from './failures'
import { keysOf } from '../../../core/json'

/** Settings as they are, within a transaction or without. */
export async function readSettings(db: Knex): Promise<Settings> {
  const names = keysOf(PLAIN_SETTINGS)
  const kept = await settingRepository(db).all()
  const set = names.flatMap((name) => {
    const text = kept.get(name)
    if (text === undefined) return []
    // the first settings were kept as plain words
    const value: unknown = /^[[{"\d-]/.test(text) ? JSON.parse(text) : text
    return [[name, value] as const]
  })
  return { ...PLAIN_SETTINGS, ...Object.fromEntries(set) }
}

/** What is set once for a log; what was never set is as usual. */
export const settingsService = (database: Database) => {
  return {
    /** @param db a transaction, where it is asked within one */
    read: (db: Knex = database.read) => readSettings(db),
    change: (change: Partial<Settings>): Promise<Settings> =>
      database.write.transaction(async (trx) => {
        const { handsFrom, handsTo } = { ...(await readSettings(trx)), ...change }
        if (handsFrom >= handsTo) {
          throw unacceptable(
            '/handsTo',
            `handsTo must be later than handsFrom (${handsFrom}); got ${handsTo}`,
          )
        }
        for (const [name, value] of Object.entries(change)) {
          await settingRepository(trx).write(
            name,
            name === 'hemisphere' ? (value as string) : JSON.stringify(value),
          )
        }
        return readSettings(trx)
      }),
  }
}
