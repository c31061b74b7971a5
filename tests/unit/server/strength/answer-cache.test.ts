import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { CurveAnswer } from '../../../../core/strength/curve-job'
import { connectFile } from '../../../../server/database/open'
import {
  ANSWERS_FILE,
  answerCache,
  type AnswerCache,
} from '../../../../server/repositories/answer-cache'
import { createCurvePool } from '../../../../server/services/strength/curve-pool'

let folder = ''
let code = ''
const failed = jest.fn<(error: unknown) => void>()
const open: AnswerCache<unknown>[] = []

function opened(): AnswerCache<unknown> {
  const kept = answerCache<unknown>(folder, code, failed)
  open.push(kept)
  return kept
}

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'juniper-haze-kept-'))
  code = join(folder, 'worker.mjs')
  writeFileSync(code, 'first')
  failed.mockClear()
})
afterEach(async () => {
  await Promise.all(open.splice(0).map((each) => each.close()))
  rmSync(folder, { recursive: true, force: true })
})

const ANSWER = { mid: 1.25, high: Infinity, points: [Number.NaN, -0], none: undefined }

async function closedWith(answers: [string, unknown][]): Promise<void> {
  const kept = opened()
  await kept.keep(new Map(answers))
  await kept.close()
}

describe('answers that outlive the server', () => {
  test('come back as they were, endless numbers and all', async () => {
    await closedWith([['a', ANSWER]])
    const found = await opened().find(['a', 'b'])
    expect([...found.keys()]).toEqual(['a'])
    expect(found.get('a')).toStrictEqual(ANSWER)
    expect(failed).not.toHaveBeenCalled()
  })

  test('are thrown away where other code computed them', async () => {
    await closedWith([['a', ANSWER]])
    writeFileSync(code, 'second')
    expect((await opened().find(['a'])).size).toBe(0)
  })

  test('more than one question may name are all found', async () => {
    const many = Array.from({ length: 1300 }, (_, i): [string, unknown] => [`key ${i}`, i])
    await closedWith(many)
    expect(new Map(await opened().find(many.map(([key]) => key)))).toEqual(new Map(many))
  })

  test('the oldest go once there are too many', async () => {
    const many = Array.from({ length: 5003 }, (_, i): [string, unknown] => [`key ${i}`, i])
    await closedWith(many)
    const found = await opened().find(['key 0', 'key 2', 'key 3', 'key 5002'])
    expect([...found.keys()].sort()).toEqual(['key 3', 'key 5002'])
  })

  test('a file that is none of a database is made anew', async () => {
    writeFileSync(
      join(folder, ANSWERS_FILE),
      'no database at all, but long enough to be read as one',
    )
    await closedWith([['a', ANSWER]])
    expect((await opened().find(['a'])).size).toBe(1)
  })

  test('one that cannot be read is computed anew, and stands again', async () => {
    await closedWith([['a', ANSWER]])
    const db = connectFile(join(folder, ANSWERS_FILE))
    await db('answer').update({ answer: Buffer.from('torn') })
    await db.destroy()
    const kept = opened()
    expect((await kept.find(['a'])).size).toBe(0)
    expect(failed).toHaveBeenCalledTimes(1)
    await kept.keep(new Map([['a', ANSWER]]))
    expect((await kept.find(['a'])).get('a')).toStrictEqual(ANSWER)
  })

  test('a file that was damaged is thrown away where it is opened', async () => {
    const many = Array.from({ length: 400 }, (_, i): [string, unknown] => [`key ${i}`, ANSWER])
    await closedWith(many)
    const file = join(folder, ANSWERS_FILE)
    const bytes = readFileSync(file)
    // its head, and what it says of its tables, stay as they are
    writeFileSync(file, bytes.fill(0x5a, 3 * 4096))
    const kept = opened()
    expect((await kept.find(many.map(([key]) => key))).size).toBe(0)
    await kept.keep(new Map(many))
    expect((await kept.find(many.map(([key]) => key))).size).toBe(400)
  })

  test('one of which the database complains later is thrown away, too', async () => {
    const kept = opened()
    await kept.keep(new Map([['a', ANSWER]]))
    const db = connectFile(join(folder, ANSWERS_FILE))
    await db.schema.dropTable('answer')
    await db.destroy()
    expect((await kept.find(['a'])).size).toBe(0)
    expect(failed).toHaveBeenCalledTimes(1)
    await kept.keep(new Map([['a', ANSWER]]))
    expect((await kept.find(['a'])).size).toBe(1)
  })

  test('a disk that takes none is done without', async () => {
    mkdirSync(join(folder, ANSWERS_FILE, 'in the way'), { recursive: true })
    const kept = opened()
    await kept.keep(new Map([['a', ANSWER]]))
    expect((await kept.find(['a'])).size).toBe(0)
    expect(failed).toHaveBeenCalledTimes(1)
  })

  test('no worker is asked for what is kept', async () => {
    const answer = { n: 3 } as CurveAnswer
    const cache: AnswerCache<CurveAnswer> = {
      find: (keys) => Promise.resolve(new Map(keys.map((key) => [key, answer]))),
      keep: () => Promise.reject(new Error('nothing is new')),
      close: () => Promise.resolve(),
    }
    const pool = createCurvePool(join(folder, 'no such worker.mjs'), { cache })
    const job = { swatches: [], prior: { kind: 'leaf' as const } }
    expect(await pool.compute([job, job])).toEqual([answer, answer])
    await pool.close()
  })
})
