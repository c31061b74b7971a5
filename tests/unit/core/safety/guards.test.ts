import { describe, expect, test } from '@jest/globals'
import { bathGuards, type GuardedBath } from '../../../../core/safety/bath-guards'
import { standingGuards, type GuardedPiece } from '../../../../core/safety/guards'
import { potGuards, type GuardedPot } from '../../../../core/safety/pot-guards'

const WOOL: GuardedPiece = {
  code: 'WOL-26-01',
  looks: 'wool yarn white',
  mark: '',
  limits: { maxTempC: 93, ph: [3, 10], mostIronPercent: 6 },
  isProtein: true,
  ironPercent: 0,
  isWashed: true,
  isRinseDue: false,
  marks: 'Al',
  wet: null,
}
const SKIN: GuardedPiece = {
  ...WOOL,
  code: 'FSK-26-01',
  looks: 'fish skin pieces white',
  limits: { maxTempC: null, ph: [3.5, 8], mostIronPercent: 2 },
}
const ALUM = { agent: 'alum', percentWof: 10, massG: 10 }
const BATH: GuardedBath = {
  pieces: [WOOL],
  stages: [[ALUM]],
  tempC: 82,
  waterL: 5,
  vesselL: 10,
  leastL: 2,
}
const POT: GuardedPot = {
  pieces: [WOOL],
  tempC: 82,
  isCold: false,
  ph: null,
  brings: [],
  needsMordant: 'yes',
}

const ofBath = (bath: Partial<GuardedBath>, piece: Partial<GuardedPiece> = {}) =>
  bathGuards({ ...BATH, pieces: [{ ...WOOL, ...piece }], ...bath })
const ofPot = (pot: Partial<GuardedPot>, piece: Partial<GuardedPiece> = {}) =>
  potGuards({ ...POT, pieces: [{ ...WOOL, ...piece }], ...pot })
const codes = (guards: { code: string }[]) => guards.map(({ code }) => code)

test('a plain alum bath and a plain pot have nothing to clear up', () => {
  expect(ofBath({})).toEqual([])
  expect(ofPot({})).toEqual([])
})

describe('each guard of a mordant bath', () => {
  const iron = (percentWof: number) => [[{ agent: 'ironSulfate', percentWof, massG: percentWof }]]

  test('iron over what the fibre bears in its life', () => {
    expect(ofBath({ stages: iron(6) })).toEqual([])
    expect(ofBath({ stages: iron(2) }, { ironPercent: 5 })).toMatchObject([
      {
        code: 'ironOver',
        level: 'grave',
        words:
          'WOL-26-01: with this bath 7 % iron over its life, where 6 % is the most: it gets harsh and brittle.',
        pieces: ['WOL-26-01'],
      },
    ])
    expect(codes(ofBath({ stages: iron(3), tempC: 20, pieces: [SKIN] }))).toEqual(['ironOver'])
  })

  test('washing soda with iron on wool above pH 10', () => {
    const soda = (massG: number) => ({ agent: 'sodaAsh', percentWof: massG, massG })
    // 5 g of soda ash in 1 L stands at pH 11.2 by our own model (1 %: 11.37), 0.05 g in 5 L below 10
    const found = ofBath({ waterL: 1, leastL: 1, stages: [[soda(5)]] }, { ironPercent: 2 })
    expect(codes(found)).toEqual(['alkaliOnIron', 'phOutside'])
    expect(found[0]!.words).toContain('iron and a pH of 11')
    expect(codes(ofBath({ stages: [[soda(5)]], waterL: 1, leastL: 1 }))).toEqual(['phOutside'])
    const both = [[soda(5), { agent: 'ironSulfate', percentWof: 2, massG: 2 }]]
    expect(codes(ofBath({ stages: both, waterL: 1, leastL: 1 }))).toContain('alkaliOnIron')
    const cellulose = { isProtein: false, limits: { ...WOOL.limits, ph: [4.5, 12] as const } }
    expect(
      ofBath({ stages: [[soda(5)]], waterL: 1, leastL: 1 }, { ...cellulose, ironPercent: 2 }),
    ).toEqual([])
    expect(codes(ofBath({ stages: [[soda(0.05)]] }, { ironPercent: 2 }))).toEqual([])
  })

  test('too much alum', () => {
    const alum = (percentWof: number) => [[{ ...ALUM, percentWof }]]
    expect(codes(ofBath({ stages: alum(21) }))).toEqual(['alumOver'])
    expect(ofBath({ stages: alum(20) })).toEqual([])
  })

  test('copper, always', () => {
    const copper = (percentWof: number) => [
      [{ agent: 'copperSulfate', percentWof, massG: percentWof }],
    ]
    expect(ofBath({ stages: copper(2) })).toMatchObject([{ code: 'copper', level: 'grave' }])
    expect(ofBath({ stages: copper(5) })[0]!.words).toContain('5 % is over the 4 %')
  })

  test('heat on skins, and more heat than a fibre bears', () => {
    expect(codes(ofBath({ pieces: [SKIN], tempC: 82 }))).toEqual(['heatOnSkin'])
    expect(codes(ofBath({ pieces: [SKIN], tempC: 45 }))).toEqual(['heatOnSkin'])
    expect(ofBath({ pieces: [SKIN], tempC: 20 })).toEqual([])
    expect(codes(ofBath({ tempC: 100 }))).toEqual(['tooHot'])
  })

  test('iron creeping beside alum in one bath, not in one after the other', () => {
    const fe = { agent: 'ironSulfate', percentWof: 2, massG: 2 }
    expect(codes(ofBath({ stages: [[ALUM, fe]] }))).toEqual(['ironCreeps'])
    expect(ofBath({ stages: [[ALUM], [fe]] })).toEqual([])
  })

  test('bleach in a piece stops ammonia and acid, and no word lets it pass', () => {
    const acid = [[{ agent: 'vinegar', percentWof: 50, massG: 50 }]]
    const ammonia = [[{ agent: 'ammonia', percentWof: 1, massG: 1 }]]
    const limits = { ...WOOL.limits, ph: [2, 13] as const }
    const bleached = { isRinseDue: true, limits }
    expect(ofBath({ stages: acid }, bleached)).toMatchObject([
      { code: 'bleachMeets', level: 'stop', words: expect.stringContaining('chlorine') as unknown },
    ])
    const found = ofBath({ stages: ammonia }, bleached)
    expect(found).toMatchObject([
      { code: 'bleachMeets', words: expect.stringContaining('chloramine') as unknown },
    ])
    expect(standingGuards(found, [{ code: 'bleachMeets', why: 'I know' }])).toEqual(found)
    expect(ofBath({ stages: acid }, { limits })).toEqual([])
    expect(ofBath({}, bleached)).toEqual([])
  })

  test('a wet weight, an unwashed piece, two that look alike', () => {
    expect(ofBath({}, { wet: { usualG: 100, times: 2.5, n: 3 } })).toMatchObject([
      {
        code: 'wetAsDry',
        words:
          'WOL-26-01: 2.5 times what 3 pieces like it weigh (100 g). Was it weighed wet? All is reckoned on the dry weight.',
      },
    ])
    expect(codes(ofBath({}, { isWashed: false }))).toEqual(['notWashed'])
    const twin = { ...WOOL, code: 'WOL-26-02' }
    expect(codes(ofBath({ pieces: [WOOL, twin] }))).toEqual(['lookAlike'])
    expect(ofBath({ pieces: [WOOL, { ...twin, mark: '1 knot' }] })).toEqual([])
  })

  test('too little water to dissolve it or to move in, and too small a vessel', () => {
    // Lange (from memory): 80 g of alum want 0.702 L at 20 °C
    const alum = [[{ agent: 'alum', percentWof: 10, massG: 80 }]]
    const small = { stages: alum, tempC: 20, leastL: 0 }
    expect(codes(ofBath({ ...small, waterL: 0.7 }))).toEqual(['tooLittleWater'])
    expect(ofBath({ ...small, waterL: 0.71 })).toEqual([])
    expect(codes(ofBath({ leastL: 16, waterL: 5 }))).toEqual(['tooLittleWater'])
    expect(codes(ofBath({ vesselL: 5 }))).toEqual(['vesselTooSmall'])
    expect(ofBath({ waterL: null, vesselL: null, leastL: 16 })).toEqual([])
  })
})

describe('each guard of a pot', () => {
  test('a piece that was forgotten, where the source needs a mordant', () => {
    expect(ofPot({}, { marks: 'none' })).toMatchObject([
      { code: 'noMordant', level: 'grave', pieces: ['WOL-26-01'] },
    ])
    expect(ofPot({ needsMordant: 'no' }, { marks: 'none' })).toEqual([])
    expect(ofPot({ needsMordant: 'unknown' }, { marks: 'none' })).toEqual([])
  })

  test('heat: a simmer is meant where nothing is said, cold ways are cold', () => {
    expect(codes(ofPot({ pieces: [SKIN], tempC: null }))).toEqual(['heatOnSkin'])
    expect(ofPot({ pieces: [SKIN], tempC: null, isCold: true })).toEqual([])
    expect(codes(ofPot({ tempC: 100 }))).toEqual(['tooHot'])
  })

  test('pH outside, iron with alkali, bleach with what the liquor brings', () => {
    expect(codes(ofPot({ ph: 11 }))).toEqual(['phOutside'])
    expect(codes(ofPot({ ph: 10.5 }, { ironPercent: 2 }))).toEqual(['alkaliOnIron', 'phOutside'])
    expect(ofPot({ ph: 9.5 }, { ironPercent: 2 })).toEqual([])
    expect(codes(ofPot({ brings: ['ammonia'] }, { isRinseDue: true }))).toEqual(['bleachMeets'])
  })

  test('iron beside others is allowed and said', () => {
    const fe = { ...WOOL, code: 'WOL-26-02', mark: '1 knot', marks: 'Fe' }
    expect(ofPot({ pieces: [WOOL, fe] })).toMatchObject([{ code: 'ironCreeps', level: 'mind' }])
    expect(ofPot({ pieces: [fe] })).toEqual([])
  })
})

test('a grave guard stands until somebody says why; a mind is only said', () => {
  const grave = ofBath({}, { isWashed: false })
  expect(standingGuards(grave, [])).toHaveLength(1)
  expect(standingGuards(grave, [{ code: 'notWashed', why: '  ' }])).toHaveLength(1)
  expect(standingGuards(grave, [{ code: 'copper', why: 'x' }])).toHaveLength(1)
  expect(standingGuards(grave, [{ code: 'notWashed', why: 'washed by the mill' }])).toEqual([])
  expect(standingGuards(ofBath({ vesselL: 5 }), [])).toEqual([])
})

test('the gravest is said first', () => {
  const stages = [[{ agent: 'vinegar', percentWof: 50, massG: 50 }]]
  const levels = ofBath({ stages, vesselL: 5 }, { isRinseDue: true, isWashed: false }).map(
    ({ level }) => level,
  )
  expect(levels).toEqual([...levels].sort((a, b) => 'sgm'.indexOf(a[0]!) - 'sgm'.indexOf(b[0]!)))
})
