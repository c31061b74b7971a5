import type { APIRequestContext } from '@playwright/test'
import { expect, test } from './log-server'
import { Validator } from '@seriousme/openapi-schema-validator'
import { readFileSync } from 'node:fs'
import { CALC_ANSWERS, type CalcName } from '../../shared/schemas/calc/calc-answers'
import { CALC_ENDPOINTS } from '../../shared/schemas/calc/calc-endpoints'
import { MISRA, MISRA_1A, MISRA_1D } from '../fixtures/nist-misra'
import { SHARMA_2005 } from '../fixtures/sharma-2005'
import { problemOf } from './problems'

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

  test('mordant', async ({ request }) => {
    const agents = [{ agent: 'alum', percentWof: 10 }]
    const told = await calc<{ agents: { massG: number; leastWaterL: number }[] }>(
      request,
      'mordant',
      { fibreG: 800, agents, tempC: 20 },
    )
    expect(told.agents[0]!.massG).toBe(80)
    expect(told.agents[0]!.leastWaterL).toBeCloseTo(0.702, 3)
    // chrome, tin and lead are not offered
    const chrome = { fibreG: 100, agents: [{ agent: 'potassiumDichromate', percentWof: 2 }] }
    await problemOf(await request.post('/api/calc/mordant', { data: chrome }), 422)
  })

  test('water, pH and the next dose', async ({ request }) => {
    const kettle = {
      dyestuff: [],
      fibreG: 800,
      form: 'yarn',
      vesselL: 19,
      lid: 'on',
      hours: 0,
      tempC: 20,
      pieceG: 100,
    }
    // eight 100 g skeins in a five-gallon kettle (common practice, no source)
    expect(await calc(request, 'water', kettle)).toMatchObject({ fits: true, pieces: 8 })
    const soda = { waterL: 1, additions: [{ agent: 'sodaAsh', massG: 10 }] }
    const { ph } = await calc<{ ph: number }>(request, 'ph', soda)
    expect(Math.abs(ph - 11.37)).toBeLessThan(0.02)
    for (const wrong of [
      { ...soda, additions: [{ agent: 'alum', massG: 1 }] },
      { ...soda, additions: [{ agent: 'vinegar', volumeMl: 5 }] },
      { ...soda, additions: Array.from({ length: 51 }, () => ({ agent: 'salt', massG: 1 })) },
    ]) {
      await problemOf(await request.post('/api/calc/ph', { data: wrong }), 422)
    }
    const dose = { waterL: 2, agent: 'sodaAsh', readings: [{ totalMassG: 0, ph: 5 }] }
    const near = { ...dose, target: 9.9, cap: 10 }
    const problem = await problemOf(await request.post('/api/calc/ph-dose', { data: near }), 422)
    expect(problem.errors![0]!.detail).toContain('at least 0.3 short of the cap (10); got 9.9')
  })

  for (const name of Object.keys(CALC_ENDPOINTS) as CalcName[]) {
    test(`the example of ${name} is answered as the API document says`, async ({ request }) => {
      const answer = await calc<object>(request, name, CALC_ENDPOINTS[name].example)
      expect(CALC_ANSWERS[name].validate(answer, { convert: false }).error).toBeUndefined()
    })
  }

  test('the API document is sound OpenAPI 3.1, by a validator of the registry', async () => {
    const validator = new Validator()
    const document = JSON.parse(readFileSync('docs/api/openapi.json', 'utf8')) as Record<
      string,
      unknown
    >
    expect(await validator.validate(document)).toMatchObject({ valid: true })
    expect(validator.version).toBe('3.1')
  })

  test('curves of the demo log come from the worker', async ({ request }) => {
    const answer = await request.get('/api/curves')
    expect(answer.status()).toBe(200)
    const { items } = (await answer.json()) as { items: { answer: { n: number } }[] }
    expect(items.length).toBeGreaterThan(3)
    expect(items[0]!.answer.n).toBeGreaterThan(0)
    await problemOf(await request.get('/api/curves?sourceId=x'), 422)
  })
})
