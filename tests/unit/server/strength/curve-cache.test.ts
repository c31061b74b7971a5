import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { curveCache } from '../../../../server/repositories/curve-cache'
import { openTestLog, type TestLog } from '../../../fixtures/log'

let here: TestLog
let cache: ReturnType<typeof curveCache>
beforeEach(async () => {
  here = await openTestLog()
  cache = curveCache(here.database.write)
})
afterEach(() => here.database.close())

describe('what is kept of curves', () => {
  test('comes back as it was kept, once it is whole', async () => {
    await cache.keep('tansy', 1, 1, { rows: [1] })
    expect(await cache.load(1)).toEqual({
      asOf: null,
      bySource: new Map([['tansy', { rows: [1] }]]),
    })
    await cache.keepWhole(1, 2)
    expect(await cache.load(1)).toEqual({
      asOf: 2,
      bySource: new Map([['tansy', { rows: [1] }]]),
    })
  })

  test('a source kept again stands once, as the last', async () => {
    await cache.keep('tansy', 1, 1, 1)
    await cache.keep('tansy', 1, 2, 2)
    expect((await cache.load(1)).bySource).toEqual(new Map([['tansy', 2]]))
    await cache.drop('tansy')
    await cache.drop('never kept')
    expect((await cache.load(1)).bySource.size).toBe(0)
  })

  test('what another version reckoned is not taken for this one’s', async () => {
    await cache.keep('tansy', 1, 1, 1)
    await cache.keepWhole(1, 1)
    expect(await cache.load(2)).toEqual({ asOf: null, bySource: new Map() })
  })
})
