import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals'
import { agentsFor, weighable } from '../../../shared/rules/basket/agents-for'
import { agentWords, isLate, schemeWords, stepWords } from '../../../app/features/baths/words'
import {
  handlingOf,
  pieceName,
  piecesText,
  readinessFor,
  readinessLine,
} from '../../../app/features/basket/readiness'
import { bathSteps } from '../../../core/mordant/bath-steps'
import { bathGuardsOf, leastLiquorL } from '../../../shared/rules/basket/bath-guards'
import { fibreWords, guardedPiece, limitsOf, wetOutMinOf } from '../../../shared/rules/basket/fibre'
import type { BasketRow } from '../../../shared/views/basket/basket'
import { agoRoughly } from '../../../app/format/dates'
import { clockText } from '../../../app/format/instants'

beforeAll(() => void jest.useFakeTimers({ now: new Date('2026-11-24T10:00:00') }))
afterAll(() => void jest.useRealTimers())

const done = (
  kind: BasketRow['treatments'][number]['kind'],
  fields: Partial<BasketRow['treatments'][number]> = {},
) => ({ kind, agent: null, percentWof: null, doneOn: '2026-11-03', finish: null, ...fields })

const row = (fields: Partial<BasketRow> = {}): BasketRow => ({
  id: 'x',
  code: 'WOL-26-01',
  name: 'hank',
  fibre: 'wool',
  form: 'yarn',
  dryG: 100,
  blend: [],
  base: 'white',
  mark: '',
  mordantKnown: true,
  soldAsG: null,
  overrides: [],
  setId: null,
  hex: null,
  level: 'mordanted',
  pots: 0,
  isGone: false,
  bath: null,
  inPot: null,
  treatments: [done('wash')],
  ...fields,
})
const ALUM = done('mordant', { agent: 'alum', percentWof: 10, finish: 'dried' })

describe('a piece in one line', () => {
  test('says that it is ready, and since when', () => {
    expect(readinessLine(row({ treatments: [done('wash'), ALUM] }))).toBe(
      'washed, alum 10 %, dried 3 weeks ago: ready',
    )
  })

  test('says what is missing, and how long that takes', () => {
    expect(readinessLine(row({ treatments: [] }))).toBe(
      'nothing noted: wash it, then mordant it for most sources, 4 h to 2 days',
    )
    expect(readinessLine(row())).toBe('washed: ready where no mordant is needed')
    expect(readinessLine(row({ treatments: [done('wash'), done('bleach')] }))).toContain(
      'rinse the bleach out until clear',
    )
  })

  test('says where it is, and what it has been through', () => {
    const bath = { id: 'b', code: 'BTH-26-02', running: true }
    expect(readinessLine(row({ bath }))).toBe('in BTH-26-02 now')
    expect(readinessLine(row({ bath: { ...bath, running: false } }))).toContain(
      'planned into BTH-26-02',
    )
    expect(readinessLine(row({ pots: 1 }))).toBe('washed: through 1 pot')
    expect(readinessFor(row({ pots: 2, treatments: [ALUM] })).level).toBe('dyed')
  })

  test('a soak is told, and told as no mordant; tartar is a helper', () => {
    const soak = (agent: 'salt' | 'creamOfTartar') => done('soak', { agent, percentWof: 50 })
    expect(readinessLine(row({ treatments: [done('wash'), soak('salt')] }))).toContain(
      'salt 50 % soak (no mordant): ready where no mordant is needed',
    )
    expect(readinessLine(row({ treatments: [soak('creamOfTartar')] }))).toContain(
      'cream of tartar 50 %:',
    )
  })

  test('has its name, its mark and its blend', () => {
    const blend = [{ fibre: 'silk' as const, percent: 30 }]
    expect(pieceName(row({ blend, mark: '2 knots' }))).toBe(
      '70 % wool, 30 % silk yarn, hank, 2 knots',
    )
    expect([piecesText(1), piecesText(12)]).toEqual(['1 piece', '12 pieces'])
  })

  test.each([
    ['2026-11-23', 'yesterday'],
    ['2026-11-04', '20 days ago'],
    ['2026-11-03', '3 weeks ago'],
    ['2026-08-24', '3 months ago'],
    ['2024-11-20', '2 years ago'],
  ])('%s was %s', (day, words) => expect(agoRoughly(day)).toBe(words))
})

describe('what a fibre wants is said', () => {
  test('with its shrinking until it was pre-shrunk, its oils, and the brush', () => {
    const towel = { fibre: 'cotton' as const, treatments: [done('wash')] }
    expect(handlingOf(towel)).toContain('Shrinks 10 to 20 %: pre-shrink it.')
    expect(handlingOf({ ...towel, treatments: [done('preshrink')] })).not.toContain('Shrinks')
    const hide = handlingOf({ fibre: 'brainTanned', treatments: [] })
    expect(hide).toContain('Work oil back in while it is damp')
    expect(hide).toContain('brushed with liquor')
  })

  test('a blend bears what its weakest fibre bears, and soaks as long as its slowest', () => {
    const blend = { fibre: 'wool' as const, blend: [{ fibre: 'silk' as const, percent: 30 }] }
    expect(limitsOf(blend)).toMatchObject({ maxTempC: 85, ph: [4, 9.5] })
    expect(wetOutMinOf(blend)).toBe(60)
    expect(wetOutMinOf({ fibre: 'wool', blend: [] })).toBe(30)
    expect(fibreWords({ fibre: 'wool', blend: [] })).toBe('wool')
  })

  test('a piece is guarded by its own history', () => {
    const iron = done('mordant', { agent: 'ironSulfate', percentWof: 2 })
    expect(guardedPiece(row({ treatments: [done('wash'), iron, iron] }))).toMatchObject({
      ironPercent: 4,
      isWashed: true,
      isRinseDue: false,
      marks: 'Fe',
      isProtein: true,
    })
    expect(guardedPiece(row({ dryG: 120, soldAsG: 50 })).wet).toMatchObject({ times: 2.4, n: 0 })
    const overrides = [{ code: 'wetAsDry' as const, why: 'two' }]
    expect(guardedPiece(row({ dryG: 120, soldAsG: 50, overrides })).wet).toBeNull()
  })
})

describe('a bath in words', () => {
  // common practice, no source: an 11 g hank at 16 % takes 1.8 g, another at 6 % 0.7 g
  test('grams are rounded to what a kitchen scale shows', () => {
    expect([weighable(1.76), weighable(0.66), weighable(79.96)]).toEqual([1.76, 0.66, 80])
    const grams = agentsFor('tanninAlum', 280).map(({ agent, stage, massG }) => [
      agent,
      stage,
      massG,
    ])
    expect(grams).toEqual([
      ['tannin', 0, 22.4],
      ['alum', 1, 28],
    ])
    expect(agentsFor('alum', 100)[0]!.massG).toBe(10)
    expect(agentsFor('alum', 800)[0]!.massG).toBe(80)
  })

  test('the form is said where it is not the usual one', () => {
    const agent = { agent: 'alum' as const, massG: 5.44 }
    expect(agentWords({ ...agent, form: 'dodecahydrate' })).toBe('5.44 g alum')
    expect(agentWords({ ...agent, form: 'anhydrous' })).toBe('5.44 g alum (dried, without water)')
    expect(schemeWords({ scheme: 'tanninAlum', heat: 'cold' })).toBe('tannin, then alum, cold')
  })

  test('a step says what it is about', () => {
    const agents = agentsFor('alumTartar', 400)
    const steps = bathSteps({
      heat: 'hot',
      finish: 'dried',
      rinse: false,
      wetOutMin: 30,
      stages: [{ agents: ['creamOfTartar', 'alum'] }],
    })
    const words = steps.map((step) => stepWords(step, { agents, tempC: 82, heat: 'hot' }))
    expect(words[1]).toBe('Dissolve 26 g cream of tartar, 40 g alum')
    expect(words[3]).toBe('Hold at 82 °C')
    expect(words.at(-1)).toBe('Dry in the shade')
  })

  test('a clock counts down what is near, and tells the hour of what is far', () => {
    const now = new Date('2026-11-24T10:00:00').getTime()
    const at = (minutes: number) => clockText(now + minutes * 60_000, now)
    expect([at(22), at(0.5), at(-45), at(-200)]).toEqual([
      'in 22 min',
      'now',
      '45 min over',
      '3 h over',
    ])
    expect([at(120), at(22 * 60), at(3 * 24 * 60)]).toEqual([
      'at 12:00',
      'tomorrow at 08:00',
      '27 Nov at 10:00',
    ])
    const [step] = bathSteps({
      stages: [],
      heat: 'cold',
      finish: 'dried',
      rinse: false,
      wetOutMin: 30,
    })
    expect(isLate({ step: step!, began: 0, due: 1, late: 5 }, 6)).toBe(true)
    expect(isLate({ step: step!, began: 0, due: 1, late: null }, 6)).toBe(false)
  })

  // common practice, no source: about 20 L per kg of loosely packed skeins
  test('pieces want liquor to move in', () => {
    const eight = Array.from({ length: 8 }, () => row())
    expect(leastLiquorL(eight)).toBe(16)
    const bath = { agents: agentsFor('alum', 800), tempC: 20, waterL: 5, vesselL: 19 }
    expect(bathGuardsOf(bath, [row()]).map(({ code }) => code)).toEqual([])
    expect(bathGuardsOf(bath, eight).map(({ code }) => code)).toEqual([
      'lookAlike',
      'tooLittleWater',
    ])
  })
})
