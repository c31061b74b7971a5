import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import type { IncomingMessage } from 'node:http'
import { Readable } from 'node:stream'
import { readWaypoints } from '../../../../core/formats/waypoints'
import { readTable } from '../../../../core/formats/table'
import { leastMakespan } from '../../../../core/schedule/least-makespan'
import { sharedPlace } from '../../../../core/formats/place'
import { COLLECTIONS } from '../../../../server/http/collections'
import { loggedError } from '../../../../server/http/logged-error'
import { readJson } from '../../../../server/http/read-json'
import { refuseForeign } from '../../../../server/http/same-origin'
import { toProblem } from '../../../../server/http/to-problem'
import { answerTo } from '../../../../server/workers/task-list'
import { newId } from '../../../../shared/ids'
import { PLAIN_LOT } from '../../../../shared/schemas/loft/lot'
import { newJarSchema } from '../../../../shared/schemas/loft/jar'
import { newPatchSchema, PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'
import { validate } from '../../../../shared/validate'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

/** What was sent once, and hung, stalled or broke the server. */

const bytes = (text: string) => new TextEncoder().encode(text)
const gpx = (inner: string) => bytes(`<?xml version="1.0"?><gpx>${inner}</gpx>`)

/** Runs what once took seconds for a few bytes, or never ended: it has a while, on busy machines too. */
function soon<T>(run: () => T): T {
  const began = performance.now()
  try {
    return run()
  } finally {
    expect(performance.now() - began).toBeLessThan(20_000)
  }
}

describe('what never ended, or took seconds for a few bytes', () => {
  test('two steps that a third wants to follow at once', () => {
    const steps = ['a', 'b'].map((id) => ({ id, minutes: 10, after: [], needs: { pot: 1 } }))
    const third = { id: 'c', minutes: 5, after: steps.map(({ id }) => ({ id, maxLag: 0 })) }
    expect(() =>
      soon(() => leastMakespan({ steps: [...steps, third], resources: { pot: 1 } })),
    ).toThrow('lags')
  })

  test('a hundred of them', () => {
    const steps = Array.from({ length: 119 }, (_, i) => ({
      id: `s${i}`,
      minutes: 10 + (i % 3),
      after: [],
      needs: { pot: 1 },
    }))
    const after = steps.slice(0, 50).map(({ id }) => ({ id, maxLag: 0 }))
    const last = { id: 'last', minutes: 5, after }
    expect(() =>
      soon(() => leastMakespan({ steps: [...steps, last], resources: { pot: 1 } })),
    ).toThrow('allow longer ones, or fewer steps')
  })

  test('a point whose latitude is a pattern', () => {
    const lat = `(x+x+)+y${'x'.repeat(40)}`
    expect(() => soon(() => readWaypoints(gpx(`<wpt lat="${lat}" lon="0"/>`)))).toThrow(
      'nowhere on Earth',
    )
  })

  test('a table of a hundred thousand columns', () => {
    const header = Array.from({ length: 100_000 }, (_, i) => `c${i}`).join(',')
    expect(() => soon(() => readTable(bytes(`${header}\n`), ['c1']))).toThrow(
      '100000 columns, where at most 1000 are read',
    )
  })
})

describe('files larger than any log', () => {
  test.each([
    ['points', () => readWaypoints(gpx('<wpt lat="1" lon="1"/>'.repeat(100_001))), '100001 points'],
    [
      'signs in a cell',
      () => readTable(bytes(`a\n"${'x'.repeat(20_001)}"\n`), ['a']),
      'a holds 20001 signs, where at most 20000 are read',
    ],
    ['rows', () => readTable(bytes(`a\n${'1\n'.repeat(20_001)}`), ['a']), 'more than 20000 rows'],
    [
      'depth',
      () =>
        readWaypoints(
          bytes(
            `{"type":"Feature","geometry":{"type":"MultiPolygon","coordinates":${'['.repeat(5000)}0${']'.repeat(5000)}},"properties":{}}`,
          ),
        ),
      'nowhere on Earth',
    ],
    ['names of the language', () => readWaypoints(gpx('<constructor/>')), 'cannot be read'],
  ])('too many %s are refused by their number', (_, read, words) => {
    expect(read).toThrow(words)
  })

  test('null where something was meant is refused row by row, not broken over', () => {
    const file = (swatches: unknown) =>
      answerTo('readReadings', bytes(JSON.stringify({ kind: 'juniper-haze/swatches', swatches })))
    expect(file([null])).toEqual({ value: [] })
    expect(file([{ swatch: 'SWA-26-01', readings: [null] }])).toMatchObject({
      value: [{ code: 'SWA-26-01', reading: {} }],
    })
    expect(file({})).toMatchObject({ line: 1 })
  })
})

describe('bodies', () => {
  const request = (body: string) =>
    Object.assign(Readable.from([Buffer.from(body)]), {
      headers: { 'content-type': 'application/json' },
    }) as unknown as IncomingMessage

  test('that are too deep are refused before anything walks down into them', async () => {
    const deep = `${'['.repeat(33)}${']'.repeat(33)}`
    await expect(readJson(request(deep))).rejects.toMatchObject({ status: 400, title: 'Too deep' })
    // brackets in a text are text
    expect(await readJson(request(JSON.stringify({ a: '[[[["\\'.repeat(30) })))).toHaveProperty('a')
  })

  test('that are cut off are the sender’s, not an error here', async () => {
    const stream = new Readable({ read: () => undefined })
    const reading = readJson(
      Object.assign(stream, {
        headers: { 'content-type': 'application/json' },
      }) as unknown as IncomingMessage,
    )
    stream.push('{"a":')
    stream.destroy(Object.assign(new Error('aborted'), { code: 'ECONNRESET' }))
    await expect(reading).rejects.toMatchObject({ status: 400, title: 'Cut off' })
  })

  test('with a NUL in a text are refused where it stands', () => {
    const patch = { ...PLAIN_PATCH, id: newId(), name: 'Ling\0 Moor' }
    expect(() => validate(newPatchSchema, patch)).toThrow('name must not hold the sign NUL')
  })

  test('of a photo are no way to make one', () => {
    expect(() => validate(COLLECTIONS.photos.create, {})).toThrow('send its file to /pictures')
  })

  test('with an amount that no page bears are refused', () => {
    const jar = {
      id: newId(),
      way: 'steep',
      waterL: 1,
      startedAt: '2026-09-09T10:00:00Z',
      lots: [],
    }
    expect(() => validate(newJarSchema, { ...jar, shakeDays: 1e-300 })).toThrow(
      'shakeDays must be a number of 0.02 or more; got 1e-300',
    )
    expect(() => validate(newJarSchema, { ...jar, waterL: 1e-300 })).toThrow('0.000001 or more')
    expect(() => validate(newJarSchema, { ...jar, startedAt: '9999-12-31T23:59Z' })).toThrow(
      'must be an instant',
    )
  })
})

describe('ids of nothing', () => {
  let here: TestLog
  beforeEach(async () => {
    here = await openTestLog()
  })
  afterEach(() => here.database.close())

  const plan = { title: '', dyedOn: '2026-08-20', way: 'simmer' as const, note: '' }
  const bare = { ...plan, waterL: null, tempC: null, minutes: null, finalPh: null }

  test.each(['ownWayId', 'containerId', 'lotId'])('%s is a 4xx', async (what) => {
    const body = {
      ...PLAIN_LOT,
      id: newId(),
      sourceId: TANSY,
      gatheredOn: '2026-08-20',
      state: 'fresh',
      netG: 9,
    }
    const making =
      what === 'containerId'
        ? here.log.lots.create({ ...body, containerId: newId() } as never)
        : here.log.pots.create({
            ...bare,
            id: newId(),
            lots: what === 'lotId' ? [{ lotId: newId(), massG: 10 }] : [],
            pieces: [{ pieceId: (await here.piece()).id }],
            ...(what === 'ownWayId' && { ownWayId: newId() }),
          } as never)
    const error: unknown = await making.then(
      () => null,
      (thrown: unknown) => thrown,
    )
    expect(error).not.toBeNull()
    expect(toProblem(error).status).toBe(422)
  })
})

describe('what the log file tells of an error', () => {
  test('is code, rule and place in the code, never what was typed', () => {
    const error = Object.assign(
      new Error(
        "insert into `patch` (`name`, `lat`) values ('Secret Hollow', 51.2345) - UNIQUE constraint failed: patch.id",
      ),
      { code: 'SQLITE_CONSTRAINT_PRIMARYKEY' },
    )
    const logged = loggedError(error)
    expect(logged).toMatchObject({
      code: 'SQLITE_CONSTRAINT_PRIMARYKEY',
      constraint: 'UNIQUE constraint failed: patch.id',
    })
    expect(JSON.stringify(logged)).not.toMatch(/Secret|51\.2/)
    expect(logged!.at[0]).toMatch(/^at /)
  })
})

describe('who may write', () => {
  const host = '127.0.0.1:4870'
  test.each(['cross-site', 'same-site', 'none'])('not a page that is %s', (site) => {
    expect(() => refuseForeign('POST', { host, 'sec-fetch-site': site })).toThrow('Another site')
    expect(() => refuseForeign('GET', { host, 'sec-fetch-site': site })).not.toThrow()
  })
  test('our own page may', () => {
    expect(() =>
      refuseForeign('POST', { host, origin: `http://${host}`, 'sec-fetch-site': 'same-origin' }),
    ).not.toThrow()
  })
})

test('a rounded place without coordinates does not go out by its name', () => {
  const place = { name: 'Quarry Lane', lat: null, lon: null, privacy: 'rounded' as const }
  expect(sharedPlace(place)).toEqual({
    locality: null,
    lat: null,
    lon: null,
    uncertaintyM: null,
    withheld: 'place withheld by the gatherer',
  })
})

describe('a clock that was a day ahead', () => {
  test('does not stop the pages after it', async () => {
    const here = await openTestLog()
    const ahead = jest.spyOn(Date, 'now').mockReturnValue(Date.parse('2026-11-30T00:00:00Z'))
    await here.lot()
    ahead.mockRestore()
    const behind = jest.spyOn(Date, 'now').mockReturnValue(Date.parse('2026-11-29T00:00:00Z'))
    const before = (await here.log.loft.view('2026-09-09')) as unknown
    const { id } = await here.lot({ netG: 123 })
    const entries = (await here.database
      .read('change_log')
      .orderBy('n')
      .pluck('row_id')) as string[]
    expect(entries.at(-1)).toBe(id)
    const after = (await here.log.loft.view('2026-09-09')) as unknown
    behind.mockRestore()
    expect(JSON.stringify(after)).not.toBe(JSON.stringify(before))
    await here.database.close()
  })
})
