import { afterEach, describe, expect, test } from '@jest/globals'
import { setImmediate } from 'node:timers/promises'
import { openMemoryDatabase, type Database } from '../../../../server/database/open'
import { giveWay } from '../../../../server/database/give-way'

/** Keeps the thread busy, as computing does. */
function compute(ms: number): void {
  const until = performance.now() + ms
  while (performance.now() < until);
}

describe('giving way to others', () => {
  let database: Database | null = null
  afterEach(() => database?.close())

  test('ends a turn that has lasted, and no short one', async () => {
    await setImmediate()
    let others = 0
    const other = setImmediate().then(() => others++)
    for (let i = 0; i < 3; i++) await giveWay()
    expect(others).toBe(0)
    await giveWay()
    compute(20)
    await giveWay()
    await other
    expect(others).toBe(1)
  })

  test('lets others in between long steps', async () => {
    let turns = 0
    let isOver = false
    const other = (async () => {
      for (; !isOver; turns++) await setImmediate()
    })()
    for (let i = 0; i < 10; i++) {
      await giveWay()
      compute(12)
    }
    isOver = true
    await other
    expect(turns).toBeGreaterThan(5)
  })

  test('is done between questions of the database, which never wait by themselves', async () => {
    database = openMemoryDatabase()
    const { read } = database
    await read.raw('select 1')
    let turns = 0
    let isOver = false
    const other = (async () => {
      for (; !isOver; turns++) await setImmediate()
    })()
    for (let i = 0; i < 10; i++) {
      await read.raw('select 1')
      compute(12)
    }
    isOver = true
    await other
    expect(turns).toBeGreaterThan(5)
  })
})
