import { createHash } from 'node:crypto'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { deserialize, serialize } from 'node:v8'
import type { Knex } from 'knex'
import { connectCache } from '../database/open'

/** Answers that outlive the server, by a hash of everything they were computed from. */
export interface AnswerCache<Answer> {
  /** Those that are kept of some questions. */
  find(keys: readonly string[]): Promise<ReadonlyMap<string, Answer>>
  keep(answers: ReadonlyMap<string, Answer>): Promise<void>
  close(): Promise<void>
}

/** Beside the log, and no part of it: it may be deleted at any time, and no copy holds it. */
export const ANSWERS_FILE = 'computed.sqlite'
/** A curve's answer is about 6 kB: so many are 30 MB. The oldest go first. */
const MOST_KEPT = 5000
/** So many may one question to the database name. */
const AT_ONCE = 500

interface Opened {
  db: Knex
  code: string
}

interface Row {
  key: string
  code: string
  answer: Buffer
}

/**
 * What is kept in a data folder, opened at the first question. Nothing of it is worth a failure: a
 * file that cannot be used is thrown away, and where the disk takes none, answers are computed again
 * one day.
 *
 * @param computedBy the file of code that computes them: answers of any other are thrown away
 * @param failed told why answers are not kept
 */
export function answerCache<Answer>(
  folder: string,
  computedBy: string,
  failed: (error: unknown) => void,
): AnswerCache<Answer> {
  const file = join(folder, ANSWERS_FILE)
  let opening: Promise<Opened | null> | null = null
  const remove = () => {
    for (const end of ['', '-wal', '-shm', '-journal']) rmSync(file + end, { force: true })
  }
  async function openOrRemake(): Promise<Opened | null> {
    const code = createHash('sha256').update(readFileSync(computedBy)).digest('base64')
    try {
      const db = await open(file, code).catch(() => {
        remove()
        return open(file, code)
      })
      return { db, code }
    } catch (error) {
      failed(error)
      return null
    }
  }
  const opened = () => (opening ??= openOrRemake())

  /** A file of which the database complains goes: the next question begins another. */
  async function discardIfBroken(error: unknown, kept: Opened | null): Promise<void> {
    failed(error)
    // another complaint may have come first, and the file be a new one by now
    if (!kept || !isDatabaseError(error) || (await opening) !== kept) return
    opening = null
    await kept.db.destroy()
    try {
      remove()
    } catch (cause) {
      failed(cause)
    }
  }
  return {
    async find(keys) {
      const found = new Map<string, Answer>()
      const kept = await opened()
      try {
        for (let at = 0; kept && at < keys.length; at += AT_ONCE) {
          const rows = await kept.db<Row>('answer').whereIn('key', keys.slice(at, at + AT_ONCE))
          for (const { key, answer } of rows) found.set(key, deserialize(answer) as Answer)
        }
      } catch (error) {
        await discardIfBroken(error, kept)
      }
      return found
    },

    async keep(answers) {
      const kept = await opened()
      try {
        await kept?.db.transaction(async (trx) => {
          for (const [key, answer] of answers) {
            const row: Row = { key, code: kept.code, answer: serialize(answer) }
            await trx<Row>('answer').insert(row).onConflict('key').merge()
          }
          await trim(trx)
        })
      } catch (error) {
        await discardIfBroken(error, kept)
      }
    },

    close: async () => (await opening)?.db.destroy(),
  }
}

const isDatabaseError = (error: unknown) =>
  /^SQLITE_/.test(String((error as { code?: unknown } | null)?.code))

async function open(file: string, code: string): Promise<Knex> {
  const db = connectCache(file)
  try {
    if (!(await db.schema.hasTable('answer'))) {
      await db.schema.createTable('answer', (table) => {
        // in the order in which they came
        table.increments('n')
        table.string('key').notNullable().unique()
        table.string('code').notNullable()
        table.binary('answer').notNullable()
      })
    }
    await db<Row>('answer').whereNot({ code }).delete()
    return db
  } catch (error) {
    await db.destroy()
    throw error
  }
}

async function trim(db: Knex): Promise<void> {
  const oldest = await db<{ n: number }>('answer').orderBy('n', 'desc').offset(MOST_KEPT).first('n')
  if (oldest) await db<{ n: number }>('answer').where('n', '<=', oldest.n).delete()
}
