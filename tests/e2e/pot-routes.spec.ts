import { expect, test } from './log-server'
import { wayFacts } from '../../catalogue/ways'
import { catalogueId, newId } from '../../shared/ids'
import type { Pot } from '../../shared/schemas/pot/pot'
import type { TrialAnswer } from '../../shared/views/pot/trial'

const problem = { type: 'about:blank' }

test.describe('POST /api/calc/schedule', () => {
  /** Fisher and Thompson's 6 x 6 job shop (OR-Library ft06), machine and minutes; optimum 55. */
  const FT06 = [
    '2 1 0 3 1 6 3 7 5 3 4 6',
    '1 8 2 5 4 10 5 10 0 10 3 4',
    '2 5 3 4 5 8 0 9 1 1 4 7',
    '1 5 0 5 2 5 3 3 4 8 5 9',
    '2 9 1 3 4 5 5 4 0 3 3 1',
    '1 3 3 3 5 9 0 10 4 4 2 1',
  ].map((line) => line.split(' ').map(Number))

  test('answers the published job shop at its optimum', async ({ request }) => {
    const steps = FT06.flatMap((job, j) =>
      Array.from({ length: 6 }, (_, k) => ({
        id: `${j}.${k}`,
        minutes: job[2 * k + 1]!,
        needs: { [`m${job[2 * k]}`]: 1 },
        after: k > 0 ? [{ id: `${j}.${k - 1}` }] : [],
      })),
    )
    const resources = Object.fromEntries([0, 1, 2, 3, 4, 5].map((m) => [`m${m}`, 1]))
    const answer = await request.post('/api/calc/schedule', { data: { steps, resources } })
    expect(answer.status()).toBe(200)
    const { makespan, start } = (await answer.json()) as {
      makespan: number
      start: Record<string, number>
    }
    expect(makespan).toBe(55)
    expect(Object.keys(start)).toHaveLength(36)
  })

  for (const [what, body, pointer, words] of [
    [
      'a circle',
      { steps: [{ id: 'a', minutes: 1, after: [{ id: 'a' }] }], resources: {} },
      '/steps',
      'circle',
    ],
    [
      'a resource nobody has',
      { steps: [{ id: 'a', minutes: 1, needs: { oven: 1 } }], resources: {} },
      '/steps/0/needs/oven',
      'must name a resource',
    ],
    [
      'a step that takes less than nothing',
      { steps: [{ id: 'a', minutes: -1 }], resources: {} },
      '/steps/0/minutes',
      'minutes',
    ],
    ['no steps', { steps: [], resources: {} }, '/steps', 'at least 1'],
    ['nothing at all', {}, '/steps', 'steps'],
  ] as const) {
    test(`refuses ${what}`, async ({ request }) => {
      const answer = await request.post('/api/calc/schedule', { data: body })
      expect(answer.status()).toBe(422)
      const told = (await answer.json()) as { errors: { pointer: string; detail: string }[] }
      expect(told).toMatchObject({ ...problem, status: 422 })
      expect(told.errors[0]!.pointer).toBe(pointer)
      expect(told.errors[0]!.detail).toContain(words)
    })
  }
})

test.describe('pots by their routes', () => {
  const day = new Date().toISOString().slice(0, 10)
  const steps = wayFacts('simmer').steps

  test('a pot is planned, lit, noted and finished; each refusal says what is wrong', async ({
    request,
  }) => {
    const [lotId, pieceId, potId] = [newId(), newId(), newId()]
    const post = (path: string, data: object) => request.post(`/api/${path}`, { data })
    await post('lots', {
      id: lotId,
      sourceId: catalogueId('tanacetum-vulgare/flowerHead'),
      gatheredOn: day,
      state: 'fresh',
      netG: 90,
    })
    await post('pieces', {
      id: pieceId,
      name: '',
      fibre: 'wool',
      form: 'yarn',
      dryG: 20,
      treatments: [
        { kind: 'wash', doneOn: day },
        { kind: 'mordant', agent: 'alum', percentWof: 10, doneOn: day },
      ],
    })
    const plan = { id: potId, stage: 'planned', dyedOn: day, way: 'simmer', pieces: [{ pieceId }] }
    const missing = await post('pots', { ...plan, lots: [{ lotId, massG: 50 }] })
    expect([missing.status(), await missing.text()]).toEqual([
      422,
      expect.stringContaining('/plan'),
    ])
    const made = await post('pots', { ...plan, lots: [{ lotId, massG: 50 }], plan: { steps } })
    expect(made.status()).toBe(201)

    const early = await post(`moves/pot-note/${potId}`, {
      id: newId(),
      kind: 'reading',
      at: new Date().toISOString(),
      data: { tempC: 50 },
    })
    expect([early.status(), await early.text()]).toEqual([
      409,
      expect.stringContaining('not lit yet'),
    ])
    const light = { light: { at: new Date(Date.now() - 60_000).toISOString() } }
    expect((await request.patch(`/api/pots/${potId}`, { data: light })).status()).toBe(428)
    const stale = await request.patch(`/api/pots/${potId}`, {
      headers: { 'if-match': '"9"' },
      data: light,
    })
    expect(stale.status()).toBe(409)
    const lit = await request.patch(`/api/pots/${potId}`, {
      headers: { 'if-match': '"1"' },
      data: light,
    })
    expect((await lit.json()) as Pot).toMatchObject({ stage: 'running', ratioAsWeighed: 2.5 })

    const note = { id: newId(), kind: 'reading', at: new Date().toISOString(), data: { tempC: 81 } }
    expect((await post(`moves/pot-note/${potId}`, note)).status()).toBe(201)
    expect((await post(`moves/pot-note/${potId}`, note)).status()).toBe(200)
    const wrong = await post(`moves/pot-note/${potId}`, { ...note, id: newId(), data: {} })
    expect([wrong.status(), await wrong.text()]).toEqual([422, expect.stringContaining('/data')])

    const trial = await post('plan/trial', {
      lots: [{ lotId, massG: 30 }],
      pieceIds: [pieceId],
      way: 'simmer',
      tempC: 82,
      minutes: 60,
    })
    expect(trial.status()).toBe(200)
    const { pieces } = (await trial.json()) as TrialAnswer
    expect(pieces[0]!.trial!.against.code).toMatch(/^SWA-/)

    const end = {
      at: new Date().toISOString(),
      liquor: 'kept',
      liquorL: 1,
      spent: 'compost',
      rinse: 'now',
    }
    const done = await post(`moves/finish-pot/${potId}`, end)
    expect((await done.json()) as Pot).toMatchObject({ stage: 'done', tempC: 81 })
    expect((await post(`moves/finish-pot/${potId}`, end)).status()).toBe(200)
    expect((await post(`moves/finish-pot/${newId()}`, end)).status()).toBe(404)

    const card = await request.get(`/api/recipe/${potId}`)
    expect(card.headers()['content-disposition']).toMatch(/attachment; filename="POT-.*\.json"/)
    expect(await card.json()).toMatchObject({ plants: [{ name: 'tansy', massG: 50 }] })
    const words = await request.get(`/api/recipe/${potId}?as=markdown`)
    expect(words.headers()['content-type']).toContain('text/markdown')
    expect(await words.text()).toContain('2.5 : 1 as weighed')
    expect((await request.get(`/api/recipe/${potId}?as=poem`)).status()).toBe(422)
    expect((await request.get(`/api/recipe/${newId()}`)).status()).toBe(404)
    // what these made is taken back: others count rows
    const { rev } = (await (await request.get(`/api/pots/${potId}`)).json()) as Pot
    const back = await request.post(`/api/pots/${potId}/set-aside`, {
      headers: { 'if-match': `"${rev}"` },
      data: {},
    })
    expect(back.status()).toBe(200)
  })

  test('instruments send what they read, a line at a time', async ({ baseURL }) => {
    const answer = await fetch(`${baseURL}/api/instruments/scale`)
    expect(answer.headers.get('content-type')).toContain('text/event-stream')
    const reader = answer.body!.getReader()
    let text = ''
    while (!/\n\n/.test(text)) text += new TextDecoder().decode((await reader.read()).value)
    await reader.cancel()
    const [, json] = /data: (.*)/.exec(text)!
    expect(JSON.parse(json!)).toMatchObject({ isSimulated: true })
    expect((await fetch(`${baseURL}/api/instruments/probe/${newId()}`)).status).toBe(404)
  })
})
