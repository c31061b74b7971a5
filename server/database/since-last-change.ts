import type { Knex } from 'knex'
import { LRUCache } from 'lru-cache'

/** Names the state of what an answer depends on; a quick question. */
type Version<Ask = unknown> = (db: Knex, ask: Ask) => Promise<unknown>

/** Any change of the log at all. */
const ofTheLog: Version = (db) => db('change_log').max('n as n').first()

/** The latest change of some collections. */
export const ofCollections =
  (...collections: string[]): Version =>
  (db) =>
    Promise.all(
      collections.map((collection) => db('change_log').where({ collection }).max('n as n').first()),
    )

/**
 * Keeps the last answers of a view as long as what they depend on stays as it is: only its version
 * is asked of the database then.
 *
 * @param ask what the answer depends on beside the log
 * @param keep how many answers are kept
 */
export function sinceLastChange<Ask, Answer>(
  db: Knex,
  compute: (ask: Ask) => Promise<Answer>,
  version: Version<Ask> = ofTheLog,
  keep = 1,
): (ask: Ask) => Promise<Answer> {
  const kept = new LRUCache<string, Promise<Answer>>({ max: keep })
  return async (ask) => {
    const key = JSON.stringify([await version(db, ask), ask])
    const known = kept.get(key)
    if (known) return known
    const answer = compute(ask)
    kept.set(key, answer)
    // a failed answer is not kept
    answer.catch(() => kept.delete(key))
    return answer
  }
}
