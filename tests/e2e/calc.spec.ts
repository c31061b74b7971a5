import type { APIRequestContext } from '@playwright/test'
import { expect, test } from '@playwright/test'
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
})
