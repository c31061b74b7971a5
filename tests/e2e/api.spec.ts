import type { APIRequestContext, APIResponse } from '@playwright/test'
import { expect, test } from '@playwright/test'
import { newId } from '../../shared/ids'
import type { Problem } from '../../shared/problem'
import { MISRA, MISRA_1A, MISRA_1D } from '../fixtures/nist-misra'
import { SHARMA_2005 } from '../fixtures/sharma-2005'

/** Every route told wrong things: always a clear problem document, and nothing half written. */

interface Row {
  id: string
  rev: number
  code: string
}

async function problemOf(answer: APIResponse, status: number): Promise<Problem> {
  const problem = (await answer.json()) as Problem
  expect(answer.status(), JSON.stringify(problem)).toBe(status)
  expect(answer.headers()['content-type']).toContain('application/problem+json')
  expect(problem).toMatchObject({ type: 'about:blank', status })
  expect(problem.title.length).toBeGreaterThan(0)
  expect(problem.detail.length).toBeGreaterThan(0)
  expect(JSON.stringify(problem)).not.toMatch(/node_modules|\.mjs|at \w+ \(|SQLITE/)
  return problem
}

const first = async (request: APIRequestContext, path: string): Promise<Row> =>
  ((await (await request.get(`/api/${path}`)).json()) as { items: Row[] }).items[0]!

const count = async (request: APIRequestContext, collection: string): Promise<number> => {
  let n = 0
  let after = ''
  for (;;) {
    const path = `/api/${collection}?limit=200${after && `&after=${after}`}`
    const page = (await (await request.get(path)).json()) as { items: Row[]; next: string | null }
    n += page.items.length
    if (!page.next) return n
    after = page.next
  }
}

const COLLECTIONS = ['sources', 'patches', 'lots', 'pieces', 'pots', 'swatches']
const CALCULATIONS = [
  'quantity',
  'ratio',
  'strength',
  'colour',
  'difference',
  'curve',
  'pair',
  'heat',
]

test.describe('bodies that are no bodies', () => {
  for (const path of [...COLLECTIONS, ...CALCULATIONS.map((name) => `calc/${name}`)]) {
    test(`POST /api/${path}`, async ({ request }) => {
      const post = (body: string | Buffer, type = 'application/json') =>
        // as bytes: a text would be wrapped in JSON once more
        request.post(`/api/${path}`, {
          data: Buffer.from(body),
          headers: { 'content-type': type },
        })
      const before = path.startsWith('calc') ? 0 : await count(request, path)
      await problemOf(await post('{"id":'), 400)
      await problemOf(await post('id=5', 'application/x-www-form-urlencoded'), 415)
      await problemOf(await post(Buffer.alloc(2_000_000, 'a')), 413)
      for (const nothing of ['null', '[]', '"text"', '5']) {
        await problemOf(await post(nothing), 422)
      }
      const empty = await problemOf(await post('{}'), 422)
      expect(empty.errors!.length).toBeGreaterThan(0)
      const unknown = await problemOf(await post('{"nonsense":1}'), 422)
      expect(unknown.errors!.map(({ pointer }) => pointer)).toContain('/nonsense')
      if (!path.startsWith('calc')) expect(await count(request, path)).toBe(before)
    })
  }
})

test.describe('one thing of each kind', () => {
  for (const collection of COLLECTIONS) {
    test(`/api/${collection}/{id}`, async ({ request }) => {
      const row = await first(request, collection)
      const path = `/api/${collection}/${row.id}`
      const change = { note: 'x', ...(collection === 'sources' ? { note: undefined } : {}) }
      const data = collection === 'sources' ? { caution: 'x' } : change

      await problemOf(await request.get(`/api/${collection}/${newId()}`), 404)
      await problemOf(await request.get(`/api/${collection}/not-an-id`), 422)
      await problemOf(await request.patch(path, { data }), 428)
      await problemOf(await request.post(`${path}/set-aside`), 428)
      await problemOf(await request.post(`${path}/restore`), 428)
      const garbled = { headers: { 'If-Match': 'latest' }, data }
      await problemOf(await request.patch(path, garbled), 400)
      const stale = await request.patch(path, { headers: { 'If-Match': '"999"' }, data })
      const { current } = await problemOf(stale, 409)
      expect(current).toMatchObject({ id: row.id, rev: row.rev })
      const seen = { 'If-Match': `"${row.rev}"` }
      await problemOf(await request.patch(path, { headers: seen, data: {} }), 422)
      await problemOf(await request.patch(path, { headers: seen, data: { code: 'X' } }), 422)
      await problemOf(
        await request.patch(`/api/${collection}/${newId()}`, { headers: seen, data }),
        404,
      )
      const after = await request.get(path)
      expect(after.headers().etag).toBe(`"${row.rev}"`)
      expect(await after.json()).toEqual(row)
    })

    test(`/api/${collection} as a list`, async ({ request }) => {
      for (const query of ['limit=0', 'limit=201', 'limit=x', 'after=x', 'nonsense=1', 'aside=2']) {
        const problem = await problemOf(await request.get(`/api/${collection}?${query}`), 422)
        expect(problem.errors![0]!.pointer).toBe(`?${query.split('=')[0]}`)
      }
      const refused = await problemOf(await request.delete(`/api/${collection}`), 405)
      expect(refused.detail).toContain('GET, POST')
    })
  }
})

test.describe('values that cannot be', () => {
  const lot = (fields: object) => ({
    id: newId(),
    sourceId: newId(),
    gatheredOn: '2026-01-05',
    state: 'fresh',
    netG: 10,
    ...fields,
  })
  for (const [name, body, pointer] of [
    ['negative', lot({ netG: -1 }), '/netG'],
    ['a text', lot({ netG: '10' }), '/netG'],
    // NaN and Infinity have no JSON: they arrive as null
    ['NaN', lot({ netG: Number.NaN }), '/netG'],
    ['huge', lot({ netG: 1e308 }), '/netG'],
    ['an unknown source', lot({}), '/sourceId'],
    ['no date', lot({ gatheredOn: '2026-02-31' }), '/gatheredOn'],
    ['an old kind of id', lot({ id: '6ba7b810-9dad-11d1-80b4-00c04fd430c8' }), '/id'],
  ] as const) {
    test(`a lot with ${name}`, async ({ request }) => {
      const problem = await problemOf(await request.post('/api/lots', { data: body }), 422)
      expect(problem.errors!.map((error) => error.pointer)).toContain(pointer)
    })
  }

  test('more than a lot holds, and the lot stays as it was', async ({ request }) => {
    const held = await first(request, 'lots?inStock=true&state=dried')
    const piece = await first(request, 'pieces?undyed=true')
    const pots = await count(request, 'pots')
    const answer = await request.post('/api/pots', {
      data: {
        id: newId(),
        dyedOn: new Date().toISOString().slice(0, 10),
        lots: [{ lotId: held.id, massG: 100_000 }],
        pieces: [{ pieceId: piece.id }],
      },
    })
    const problem = await problemOf(answer, 422)
    expect(problem.errors![0]).toMatchObject({ pointer: '/lots/0/massG' })
    expect(problem.detail).toContain(held.code)
    expect(await count(request, 'pots')).toBe(pots)
    expect(await (await request.get(`/api/lots/${held.id}`)).json()).toEqual(held)
  })

  test('a create that is repeated is harmless; another body under its id is a conflict', async ({
    request,
  }) => {
    const data = { id: newId(), name: `Patch ${newId()}` }
    const once = await request.post('/api/patches', { data })
    expect(once.status()).toBe(201)
    expect(once.headers()['x-change-set']).toBeTruthy()
    const twice = await request.post('/api/patches', { data })
    expect(twice.status()).toBe(200)
    expect(await twice.json()).toEqual(await once.json())
    await problemOf(await request.post('/api/patches', { data: { ...data, name: 'Other' } }), 409)
    await request.post(`/api/patches/${data.id}/set-aside`, { headers: { 'If-Match': '"1"' } })
  })

  test('an inner id that is taken is a conflict, and nothing is half written', async ({
    request,
  }) => {
    const held = await first(request, 'lots?inStock=true&state=dried')
    const piece = await first(request, 'pieces?undyed=true')
    const swatch = await first(request, 'swatches')
    const pots = await count(request, 'pots')
    const answer = await request.post('/api/pots', {
      data: {
        id: newId(),
        dyedOn: new Date().toISOString().slice(0, 10),
        lots: [{ lotId: held.id, massG: 1 }],
        pieces: [{ pieceId: piece.id, swatchId: swatch.id }],
      },
    })
    await problemOf(answer, 409)
    expect(await count(request, 'pots')).toBe(pots)
    expect(await (await request.get(`/api/lots/${held.id}`)).json()).toEqual(held)
  })
})

test('other addresses and other sites are told so', async ({ request }) => {
  for (const path of ['nothing', 'calc/nothing', 'lots/a/b/c', '__proto__', 'constructor']) {
    await problemOf(await request.get(`/api/${path}`), 404)
  }
  await problemOf(await request.get('/api/today'), 422)
  await problemOf(await request.get('/api/today?on=tomorrow'), 422)
  await problemOf(await request.get('/api/find'), 422)
  await problemOf(await request.get(`/api/strength/${newId()}`), 404)
  await problemOf(await request.post(`/api/changes/${newId()}/undo`), 404)
  const foreign = { data: {}, headers: { origin: 'https://elsewhere.example' } }
  await problemOf(await request.post('/api/lots', foreign), 403)
})

test.describe('calculations answer as they are described', () => {
  const calc = async <T>(request: APIRequestContext, name: string, data: object): Promise<T> => {
    const answer = await request.post(`/api/calc/${name}`, { data })
    expect(answer.status()).toBe(200)
    return (await answer.json()) as T
  }
  const flat = (r: number) => new Array<number>(31).fill(r)

  test('quantity and ratio', async ({ request }) => {
    expect(await calc(request, 'quantity', { text: '190F', kind: 'temperature' })).toMatchObject({
      value: 190,
      unit: '°F',
    })
    const ratio = { dyestuff: [{ massG: 300, dryFraction: 0.18 }], fibreG: 100 }
    expect(await calc(request, 'ratio', ratio)).toMatchObject({ asWeighed: 3, percentWof: 300 })
  })

  test('strength: a flat 18 % over a flat 50 %', async ({ request }) => {
    const answer = await calc<Record<string, unknown>>(request, 'strength', {
      reflectance: flat(0.18),
      bare: flat(0.5),
    })
    expect(Object.keys(answer).sort()).toEqual(
      ['depth', 'hex', 'integ', 'ks', 'lab', 'lch', 'peakKs', 'peakNm', 'strength', 'xyz'].sort(),
    )
    expect(answer.strength).toBeCloseTo(1.867777778 - 0.25, 8)
    expect(answer.depth).toBe('full')
    const alone = await calc<Record<string, unknown>>(request, 'strength', {
      reflectance: flat(0.18),
    })
    expect(alone).toMatchObject({ strength: null, peakKs: null, depth: null })
  })

  test('colour and difference (Sharma, Wu & Dalal 2005, pair 25)', async ({ request }) => {
    const [l1, a1, b1, l2, a2, b2, de] = SHARMA_2005[24]!
    const pair = { a: { l: l1, a: a1, b: b1 }, b: { l: l2, a: a2, b: b2 } }
    const { de2000 } = await calc<{ de2000: number }>(request, 'difference', pair)
    expect(de2000).toBeCloseTo(de!, 4)
    const colour = await calc<{ hex: string; basis: string; reflectance: number[] }>(
      request,
      'colour',
      { hex: '8A5A30' },
    )
    expect(colour).toMatchObject({ hex: '#8a5a30', basis: 'estimated' })
    expect(colour.reflectance).toHaveLength(31)
  })

  test('curve: NIST Misra1a and Misra1d', async ({ request }) => {
    const method = 'leastSquares'
    for (const [model, certified] of [
      ['exponential', MISRA_1A],
      ['hyperbolic', MISRA_1D],
    ] as const) {
      const fit = await calc<Record<string, number>>(request, 'curve', {
        points: MISRA,
        model,
        method,
      })
      expect(Math.abs(fit.ceiling! / certified.b1 - 1)).toBeLessThan(1e-8)
      expect(Math.abs(fit.scale! * certified.b2 - 1)).toBeLessThan(1e-8)
      expect(Math.abs(fit.residualSs! / certified.residualSs - 1)).toBeLessThan(1e-8)
      expect(fit.n).toBe(14)
    }
  })

  test('curve: the posterior, from nothing to a question about one lot', async ({ request }) => {
    interface Told {
      n: number
      ceiling: { low: number; mid: number; high: number }
      band: { ratio: number; newLot: { low: number } }[]
      ratioFor: { mid: number; high: number | null } | null
      text: string
    }
    const method = 'posterior'
    const none = await calc<Told>(request, 'curve', { points: [], method, sourceKind: 'leaf' })
    expect(none).toMatchObject({ n: 0, ratioFor: null })
    expect(none.text).toContain('usual for its kind, not yours')
    const points = [0.1, 0.3, 0.6].map((r) => ({ ratio: r, strength: 2 * r, lot: 'a' }))
    const told = await calc<Told>(request, 'curve', {
      points: [...points, { ratio: 0.02, censoredBelow: 0.1 }],
      method,
      ask: { strength: 0.5, probability: 0.9, lot: 'a' },
    })
    expect(told.n).toBe(4)
    expect(told.band).toHaveLength(24)
    expect(told.ratioFor!.mid).toBeGreaterThan(0.1)
    for (const wrong of [
      { points, method, ask: { lot: 'b' } },
      { points, method, model: 'exponential' },
      { points: [{ ratio: 1 }], method },
      { points, method, sourceKind: 'moss' },
      { points, ask: {} },
    ]) {
      await problemOf(await request.post('/api/calc/curve', { data: wrong }), 422)
    }
  })

  test('pair and heat', async ({ request }) => {
    const a = { factors: { fibre: 'wool', ratioDry: 0.5 } }
    const b = { factors: { fibre: 'superwash', ratioDry: 0.52 } }
    expect(await calc(request, 'pair', { a, b })).toEqual({
      verdict: 'clean',
      differs: ['fibre'],
      unknown: [],
    })
    const wrong = { a, b: { factors: { moonPhase: 'full' } } }
    await problemOf(await request.post('/api/calc/pair', { data: wrong }), 422)
    const heat = { waterL: 10, fromC: 15, toC: 85, powerW: 2000, efficiency: 1, altitudeM: 0 }
    const told = await calc<{ minutes: number; boilingC: number }>(request, 'heat', heat)
    expect(told.minutes).toBeCloseTo(24.418, 2)
    expect(told.boilingC).toBeCloseTo(99.97, 2)
  })
})
