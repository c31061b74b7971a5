import type { Knex } from 'knex'

/** Names the state of what an answer depends on; a quick question. */
type Version = (db: Knex) => Promise<unknown>

/** Any change of the log at all. */
export const ofTheLog: Version = (db) => db('change_log').max('id as id').first()

/** The latest change of some collections. */
export const ofCollections =
  (...collections: string[]): Version =>
  (db) =>
    Promise.all(
      collections.map((collection) =>
        db('change_log').where({ collection }).max('id as id').first(),
      ),
    )

/**
 * Keeps the last answer of a view as long as what it depends on stays as it is: only its version
 * is asked of the database then.
 *
 * @param ask what the answer depends on beside the log
 */
export function sinceLastChange<Ask, Answer>(
  db: Knex,
  compute: (ask: Ask) => Promise<Answer>,
  version: Version = ofTheLog,
): (ask: Ask) => Promise<Answer> {
  let kept: { key: string; answer: Promise<Answer> } | null = null
  return async (ask) => {
    const key = JSON.stringify([await version(db), ask])
    if (kept?.key === key) return kept.answer
    const answer = compute(ask)
    kept = { key, answer }
    // a failed answer is not kept
    answer.catch(() => (kept = null))
    return answer
  }
}
