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

const keep = (version: number, kept: Record<string, unknown>, asOf: number | null = null) =>
  cache.keep(version, { kept: new Map(Object.entries(kept)), gone: [], asOf })

describe('what is kept of curves', () => {
  test('comes back as it was kept, once it is whole', async () => {
    const bySource = new Map([['tansy', { rows: [1] }]])
    await keep(1, { tansy: { rows: [1] } })
    expect(await cache.load(1)).toEqual({ asOf: null, bySource })
    await keep(1, {}, 2)
    expect(await cache.load(1)).toEqual({ asOf: 2, bySource })
  })

  test('a source kept again stands once, as the last', async () => {
    await keep(1, { tansy: 1, dock: 1 })
    await keep(1, { tansy: 2 })
    expect((await cache.load(1)).bySource).toEqual(new Map(Object.entries({ tansy: 2, dock: 1 })))
    await cache.keep(1, { kept: new Map(), gone: ['tansy', 'dock', 'never kept'], asOf: null })
    expect((await cache.load(1)).bySource.size).toBe(0)
  })

  test('what another version reckoned is not taken for this one’s', async () => {
    await keep(1, { tansy: 1 }, 1)
    expect(await cache.load(2)).toEqual({ asOf: null, bySource: new Map() })
  })

  test('is all written, or none of it', async () => {
    const endless: Record<string, unknown> = {}
    endless.self = endless
    await expect(keep(1, { tansy: 1, dock: endless }, 3)).rejects.toThrow('circular')
    expect(await cache.load(1)).toEqual({ asOf: null, bySource: new Map() })
  })
})
