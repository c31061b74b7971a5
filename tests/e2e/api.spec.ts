import type { APIRequestContext } from '@playwright/test'
import { expect, test } from './log-server'
import { newId } from '../../shared/ids'
import { problemOf } from './problems'

/** Every route told wrong things: always a clear problem document, and nothing half written. */

interface Row {
  id: string
  rev: number
  code: string
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

const COLLECTIONS = [
  'sources',
  'patches',
  'allowances',
  'containers',
  'lots',
  'jars',
  'wishes',
  'sets',
  'pieces',
  'baths',
  'shelf',
  'vessels',
  'ways',
  'pots',
  'swatches',
  'trials',
  'fastnessTests',
]
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

/** Something that can be changed of each; most have a note. */
const CHANGES: Record<string, object> = {
  sources: { caution: 'x' },
  containers: { name: 'x' },
  wishes: { words: 'x' },
}

test.describe('one thing of each kind', () => {
  for (const collection of COLLECTIONS) {
    test(`/api/${collection}/{id}`, async ({ request }) => {
      const row = await first(request, collection)
      const path = `/api/${collection}/${row.id}`
      const data = CHANGES[collection] ?? { note: 'x' }

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
