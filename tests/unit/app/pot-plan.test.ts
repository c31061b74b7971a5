import { describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import { eventWords } from '../../../app/features/hob/words'
import { listWords } from '../../../app/features/pot/factor-words'
import { blankPot } from '../../../app/features/pot/pot-draft'
import { potBodies, type PotParts } from '../../../app/features/pot/pot-body'
import { timesOf } from '../../../app/features/pot/times-of'
import { heatOf, waterOf } from '../../../app/features/pot/water-of'
import { wayFacts } from '../../../catalogue/ways'
import { dayHours } from '../../../shared/rules/pot/day-hours'
import { newId } from '../../../shared/ids'
import { PARTS, type Part } from '../../../catalogue/parts'
import type { Piece } from '../../../shared/schemas/basket/piece'
import { newPotsSchema, type Pot } from '../../../shared/schemas/pot/pot'
import { PLAIN_SETTINGS } from '../../../shared/schemas/log/settings'
import type { Source } from '../../../shared/schemas/walk/source'
import { validate } from '../../../shared/validate'
import { countdownText } from '../../../app/format/instants'
import { phBandOf } from '../../../shared/rules/strength/condition'

const piece = (dryG: number, form = 'yarn') => ({ id: newId(), dryG, form }) as unknown as Piece
const source = (part: Part) => ({ part, dryFraction: PARTS[part].dryFraction }) as unknown as Source

describe('water of a planned pot', () => {
  const asked = {
    lots: [{ massG: 300, dryG: 54, state: 'fresh' as const, source: source('flowerHead') }],
    pieces: [piece(100)],
    size: 'chopped' as const,
    isStrained: true,
    vesselL: 10,
    lid: 'on' as const,
    hours: 1,
    tempC: 82,
    ownL: null,
  }

  test('advises what leaves the pieces room to move', () => {
    const told = waterOf(asked)!
    expect(told).toMatchObject({ isOwn: false, runsDry: '', fits: true })
    expect(told.leftL).toBeGreaterThanOrEqual(2 * 0.95)
  })

  test('says of an amount typed that it would run short, and what to pour instead', () => {
    const acorns = { massG: 600, dryG: 600, state: 'dried' as const, source: source('nut') }
    const told = waterOf({ ...asked, lots: [acorns], size: 'ground', ownL: 2.5 })!
    expect(told.leftL).toBeLessThan(2)
    expect(told.runsDry).toMatch(/It would run short: the stuff drinks .* Pour /)
    expect(
      waterOf({ ...asked, lots: [acorns], size: 'ground', ownL: told.advisedL + 0.1 })!.runsDry,
    ).toBe('')
  })

  test('whole heads float and fill: what covers them is advised, and each rule told', () => {
    const heads = { massG: 500, dryG: 90, state: 'fresh' as const, source: source('flowerHead') }
    const told = waterOf({ ...asked, lots: [heads], size: 'whole', pieces: [piece(25)] })!
    // 500 g are some five and a half litres of loose heads: 0.79 L was advised for them
    expect(told.rules.coverL).toBeGreaterThan(3)
    expect(told.advisedL).toBeCloseTo(told.rules.coverL, 9)
    expect(told.rules.moveL).toBeLessThan(told.rules.evenL)
    // never more than the vessel holds
    expect(waterOf({ ...asked, lots: [heads], size: 'whole', vesselL: 3 })!.advisedL).toBeLessThan(
      3,
    )
  })

  test('a liquor is no stuff that drinks; without pieces there is nothing to say', () => {
    const liquor = { massG: 2000, dryG: 100, state: 'liquor' as const, source: source('thallus') }
    expect(waterOf({ ...asked, lots: [liquor] })!).toMatchObject({ liquorL: 2, drunkL: 0 })
    expect(waterOf({ ...asked, pieces: [] })).toBeNull()
  })
})

describe('heat of a planned pot', () => {
  const asked = {
    waterL: 4,
    kettleL: 0,
    vesselL: 10,
    toC: 82,
    powerW: 1800,
    lid: 'on' as const,
    altitudeM: 0,
  }

  test('a kettle saves time, and all of it from the kettle saves the most', () => {
    const [cold, some, all] = [0, 1.5, 3.3].map(
      (kettleL) => heatOf({ ...asked, kettleL })!.minutes!,
    )
    expect(some).toBeLessThan(cold!)
    expect(all).toBeLessThan(some! / 2)
    expect(heatOf(asked)!.allKettleL).toBeCloseTo((4 * 67) / 85, 1)
  })

  test('a burner too weak is said, not timed', () => {
    const told = heatOf({ ...asked, powerW: 200, lid: 'off' })!
    expect(told.minutes).toBeNull()
    expect(told.words).toMatch(/at most: it never gets to 82 °C/)
    expect(heatOf({ ...asked, toC: 99.5, altitudeM: 2000 })!.words).toContain(
      'boiling point at 2000 m',
    )
  })
})

describe('hours of a planned pot', () => {
  const settings = { ...PLAIN_SETTINGS, burners: [{ name: 'plate', powerW: 1800 }] }
  const noon = +dayjs('2026-06-10T12:00:00')
  const ask = {
    steps: wayFacts('simmer').steps,
    settings,
    open: [],
    potId: null,
    now: noon,
    by: null,
  }

  test('begin at the next five minutes, and name the night before', () => {
    const told = timesOf({ ...ask, now: noon + 61_000 })
    expect(told.begins).toBe(noon + 5 * 60_000)
    expect(told.failure).toBe('')
    const late = timesOf({ ...ask, now: +dayjs('2026-06-10T21:30:00') })
    expect(late.nightBefore).toEqual(['Chop, and cover with water', 'Wet out the pieces, warm'])
  })

  test('backwards from a day; too late is said', () => {
    const by = +dayjs('2026-06-12T18:00:00')
    expect(timesOf({ ...ask, by }).ends).toBe(by)
    expect(timesOf({ ...ask, by: noon + 3_600_000 }).failure).toMatch(/^Too late for that/)
  })

  test('go round the flame of another pot, and say whose', () => {
    const step = ask.steps.find(({ id }) => id === 'extract')!
    const other = {
      id: 'x',
      code: 'POT-26-09',
      plan: {
        steps: [step],
        starts: [{ stepId: 'extract', at: dayjs(noon + 1_800_000).format() }],
      },
    } as unknown as Pot
    const told = timesOf({ ...ask, open: [other] })
    expect(told.conflicts).toEqual(['POT-26-09'])
    expect(told.enters).toBeGreaterThan(timesOf(ask).enters)
    expect(
      timesOf({
        ...ask,
        open: [other],
        settings: { ...settings, burners: [...settings.burners, { name: 'b', powerW: 9 }] },
      }).conflicts,
    ).toEqual([])
  })

  test('daylight of a northern midsummer is longer than of midwinter', () => {
    // Greenwich: about 16 h 38 min and 7 h 50 min of daylight (almanac, from memory)
    const hours = (day: string) => {
      const [[from, to]] = dayHours({ ...settings, latitude: 51 }, +dayjs(`${day}T12:00`), {
        before: 0,
        after: 0,
      }).daylight as [[number, number]]
      return (to - from) / 3_600_000
    }
    expect(hours('2026-06-21')).toBeCloseTo(16.5, 0)
    expect(hours('2026-12-21')).toBeCloseTo(7.8, 0)
  })
})

describe('the body of a planned pot', () => {
  const pieces = [piece(12), piece(36)]
  const parts = (draft: object = {}): PotParts => ({
    draft: { ...blankPot(), inJars: true, ...draft },
    lots: [{ lotId: newId(), massG: 200 }],
    pieces,
    wayName: '',
    steps: wayFacts('simmer').steps as PotParts['steps'],
    tempC: 82,
    minutes: 60,
    pourL: 2,
    powerW: 1800,
    predictions: [],
    times: null,
    trial: null,
  })

  test('jars share plant by the volume poured into each; by fibre where nothing is said', () => {
    const bodies = potBodies(parts())
    expect(bodies.map(({ lots }) => lots[0]!.massG)).toEqual([50, 150])
    expect(bodies.map(({ waterL }) => waterL)).toEqual([0.5, 1.5])
    expect(new Set(bodies.map(({ groupId }) => groupId)).size).toBe(1)
    expect(validate(newPotsSchema, { pots: bodies }).pots).toHaveLength(2)
  })

  test('a share nobody measured leaves the ratio unknown, not guessed', () => {
    const bodies = potBodies(parts({ jarShares: { [pieces[0]!.id]: 0.5, [pieces[1]!.id]: null } }))
    expect(bodies.map(({ isRatioKnown }) => isRatioKnown)).toEqual([true, false])
    expect(bodies[0]!.lots[0]!.massG).toBe(100)
  })

  test('in one vessel all pieces are in one pot', () => {
    const [body, more] = potBodies(parts({ inJars: false }))
    expect(more).toBeUndefined()
    expect(body).toMatchObject({ groupId: null, waterL: 2, isRatioKnown: true })
    expect(body!.pieces).toHaveLength(2)
  })
})

describe('words of the hob', () => {
  test.each([
    [90_000, '01:30'],
    [-61_000, '-01:01'],
    [59 * 60_000, '59:00'],
    [5_500_000, ''],
  ])('a clock %d ms away reads %j', (ms, words) => {
    expect(countdownText(1_000_000_000 + ms, 1_000_000_000)).toBe(words)
  })

  test('a note reads as it was, a simulated one says so', () => {
    const pot = {
      pieces: [
        { pieceId: 'a', pieceCode: 'WOL-26-01' },
        { pieceId: 'b', pieceCode: 'WOL-26-02' },
      ],
      plan: { steps: wayFacts('simmer').steps },
    } as unknown as Pot
    const base = { id: 'e', at: '', toleranceMin: 0, note: '', stepId: null }
    expect(eventWords({ ...base, kind: 'pull', data: { pieceIds: ['a'] } }, pot)).toBe(
      'WOL-26-01 out',
    )
    expect(eventWords({ ...base, kind: 'enter', data: { pieceIds: ['a', 'b'] } }, pot)).toBe(
      'all pieces in',
    )
    expect(
      eventWords(
        { ...base, kind: 'reading', data: { tempC: 81.5, ph: null, dialC: 120, by: 'simulated' } },
        pot,
      ),
    ).toBe('81.5 °C, dial at 120 °C, simulated')
    expect(
      eventWords({ ...base, kind: 'step', stepId: 'extract#2', data: { skipped: true } }, pot),
    ).toMatch(/^Simmer until .*: left out$/)
  })

  test('lists read as sentences do, and a pH names its band', () => {
    expect(listWords(['ratio', 'fibre', 'water'])).toBe('ratio, fibre and water')
    expect(listWords(['ratio'])).toBe('ratio')
    expect([null, 5, 7, 9].map((ph) => phBandOf(ph))).toEqual([
      'asItCame',
      'acid',
      'asItCame',
      'alkaline',
    ])
  })
})
