import { describe, expect, test } from '@jest/globals'
import { chanceText } from '../../../../app/features/match/chance-text'
import { gatheringOf } from '../../../../app/features/match/gathering'
import {
  daysUntilReady,
  FIRST_ASK,
  stockDryG,
  usableCurves,
  type Around,
  type MatchAsk,
} from '../../../../app/features/match/match-ask'
import { schemesOf, toldWay } from '../../../../app/features/match/told-ways'
import { FIRST_SHADES, shadeRows } from '../../../../app/features/shades/shade-rows'
import { matching } from '../../../../app/workers/match'
import type { StockLot } from '../../../../app/composables/useStock'
import { FIBRES } from '../../../../catalogue/fibres'
import { overdyeUptake } from '../../../../core/match/overdye-uptake'
import { choosePieces } from '../../../../shared/rules/match/choose-pieces'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import type { LightView } from '../../../../app/workers/match'
import type { MatchCurve, MatchView } from '../../../../shared/views/match/match'
import type { WalkRow } from '../../../../shared/views/walk/walk'
import { dyesOfLog, hiddenDyes } from '../../../fixtures/hidden-dyes'
import { metamericPair } from '../../../fixtures/metamers'

const dyes = dyesOfLog(hiddenDyes(0.3, 4).log(5, 8))
const curve = (i: number, more: Partial<MatchCurve> = {}): MatchCurve => ({
  sourceId: `s${i}`,
  key: 'k',
  fibreClass: 'wool',
  mordant: 'Al',
  phBand: 'asItCame',
  way: 'simmer',
  stuff: 'asUsual',
  n: dyes[i]!.n,
  lots: 2,
  estimated: 0,
  dyes: [{ ...dyes[i]!, id: `s${i}|k` }],
  ...more,
})
const source = (i: number, fastness: 'good' | 'poor' = 'good') =>
  ({
    sourceId: `s${i}`,
    code: 'TAN',
    commonName: `plant ${i}`,
    part: 'leaf',
    fastness,
    usualRatioState: 'fresh',
    usualDryFraction: 0.2,
  }) as MatchView['sources'][number]
const view = (curves: MatchCurve[], sources = [0, 1, 2, 3].map((i) => source(i))): MatchView => ({
  sources,
  curves,
  uptake: overdyeUptake([]),
  foretelling: null,
  pending: 0,
})
const lot = (sourceId: string, leftG: number, more: Partial<StockLot> = {}) =>
  ({
    id: `${sourceId}-${leftG}`,
    sourceId,
    leftG,
    dryFraction: 1,
    held: false,
    state: 'dried',
    code: 'X',
    ...more,
  }) as StockLot
const row = (id: string, readiness: WalkRow['readiness']) =>
  ({ source: { id }, readiness }) as WalkRow
const around = (more: Partial<Around> = {}): Around => ({
  stock: [],
  walk: [],
  fastness: [],
  today: '2026-05-01',
  ...more,
})
const ask = (more: Partial<MatchAsk> = {}): MatchAsk => ({ ...FIRST_ASK, ...more })

/** As the thread gives it to the page. */
const light = (of: MatchView): LightView => ({
  ...of,
  curves: of.curves.map((each) => ({
    ...each,
    dyes: each.dyes.map(({ id, bath, ratios }) => ({ id, bath, leastRatio: ratios[0]! })),
  })),
})
const idsOf = (found: ReturnType<typeof usableCurves>) => found.curves.map(({ id }) => id)

describe('what may be used', () => {
  const whole = view([
    curve(0),
    curve(1, { mordant: 'none' }),
    curve(2, { fibreClass: 'silk' }),
    curve(3, { way: 'paintOn' }),
  ])

  const all = light(whole)

  test('is of the fibre, in a bath; the others are counted by why', () => {
    const found = usableCurves(all, ask(), around())
    expect(idsOf(found)).toEqual(['s0|k', 's1|k'])
    expect(found.curves[0]!.mostRatio).toBeNull()
    expect(found.leftOut).toEqual({ fibre: 1, heat: 1 })
    expect(idsOf(usableCurves(all, ask({ mordant: 'Al' }), around()))).toEqual(['s0|k'])
  })

  test('what bears no heat is not simmered', () => {
    const onGut = light(view([curve(0, { fibreClass: FIBRES.gut.class })]))
    expect(usableCurves(onGut, ask({ fibre: 'gut' }), around())).toEqual({
      curves: [],
      leftOut: { heat: 1 },
    })
  })

  test('what fades is left out where it must not', () => {
    const some = light(view([curve(0), curve(1)], [source(0), source(1, 'poor')]))
    const found = usableCurves(some, ask({ isLasting: true }), around())
    expect(idsOf(found)).toEqual(['s0|k'])
    expect(found.leftOut).toEqual({ fades: 1 })
  })

  test('stock alone reaches as far as there is of it', () => {
    const most = dyes[0]!.ratios.at(-1)!
    const stock = [lot('s0', 50 * most), lot('s0', 10 * most, { held: true })]
    const { curves } = usableCurves(all, ask({ from: 'stock', fibreG: 100 }), around({ stock }))
    expect(curves).toEqual([{ id: 's0|k', mostRatio: expect.closeTo(0.5 * most, 9) }])
    expect(stockDryG(stock, 's0')).toBeCloseTo(50 * most, 9)
  })

  test('what is ready by the day can be gathered', () => {
    const walk = [
      row('s0', { ready: false, opensInDays: 20 }),
      row('s1', { ready: true, closesInDays: 3 }),
    ]
    const by = (day: string) =>
      idsOf(usableCurves(all, ask({ from: 'ready', by: day }), around({ walk })))
    expect(by('2026-05-10')).toEqual(['s1|k'])
    expect(by('2026-05-25')).toEqual(['s0|k', 's1|k'])
    // a day alone says as much
    expect(idsOf(usableCurves(all, ask({ by: '2026-05-10' }), around({ walk })))).toEqual(['s1|k'])
    expect(daysUntilReady(walk, 's9')).toBeNull()
  })
})

describe('a way as it is told', () => {
  const [smooth, banded] = metamericPair()
  const found = {
    probability: 0.5,
    difference: { mid: 2, low: 1, high: 5 },
    lab: { l: 50, a: 10, b: 30 },
    reflectance: banded,
    baths: [
      { id: 's0|k', bath: 1, ratioDry: 0.5, after: null },
      { id: 's1|k', bath: 1, ratioDry: 0.2, after: null },
    ],
  }
  const all = light(view([curve(0), curve(1, { mordant: 'none' })], [source(0), source(1, 'poor')]))

  test('takes the smallest lot that holds enough, else what is to be gathered', () => {
    const stock = [lot('s0', 500), lot('s0', 60), lot('s0', 40), lot('s1', 5)]
    const told = toldWay(found, all, ask({ fibreG: 100 }), around({ stock }), null)
    const [first, second] = told.baths
    expect(first!.plant.lot).toMatchObject({ massG: 50, lot: { leftG: 60 } })
    expect(second!.plant).toMatchObject({ lot: null, dryG: 20, usualG: 100 })
    expect(told).toMatchObject({ mordant: 'Al', fastness: 'poor', breaks: null })
    expect(told.hours).toBeGreaterThan(2)
    expect(told.waterL).toBeCloseTo(2, 1)
  })

  test('says where it breaks under a lamp, if what is wanted was measured', () => {
    expect(toldWay(found, all, ask(), around(), smooth).breaks).not.toBeNull()
    const shifted = { ...found, baths: [{ ...found.baths[0]!, after: 'ironSulfate' }] }
    expect(toldWay(shifted, all, ask(), around(), smooth).breaks).toBeNull()
  })

  test('a palette adds up its plants, and gathers what no lot holds for all', () => {
    const stock = [lot('s0', 60)]
    const told = toldWay(found, all, ask({ fibreG: 100 }), around({ stock }), null)
    const result = { ways: [told], trial: null, leftOut: {}, searched: 2, tookMs: 1 }
    const [most, other] = gatheringOf([result, result, null])
    // twice 50 g of a lot of 60 leaves 40 to gather, fresh five times as much
    expect(most).toMatchObject({ sourceId: 's0', dryG: 100, gatherUsualG: 200, state: 'fresh' })
    expect(other).toMatchObject({ sourceId: 's1', dryG: 40, gatherUsualG: 200 })
    expect(gatheringOf([null])).toEqual([])
  })

  test.each([
    ['none', 'wool', []],
    ['Al', 'wool', ['alum']],
    ['Al Fe', 'wool', ['alum', 'iron']],
    ['Ta Al', 'cotton', ['tanninAlum']],
  ] as const)('%s on %s takes %j', (mordant, fibre, schemes) => {
    expect(schemesOf(mordant, fibre)).toEqual(schemes)
  })

  test.each([
    [0, 'under 1 %'],
    [0.486, '49 %'],
    [1, 'over 99 %'],
  ])('a chance of %d is %s', (probability, text) => expect(chanceText(probability)).toBe(text))
})

describe('pieces for a recipe', () => {
  const piece = (dryG: number, more: Partial<Piece> = {}) =>
    ({
      id: `${dryG}`,
      fibre: 'wool',
      dryG,
      bathId: null,
      mordantKnown: true,
      treatments: [{ kind: 'mordant', agent: 'alum', doneOn: '2026-01-01' }],
      ...more,
    }) as Piece
  const wanted = { fibre: 'wool', fibreG: 100, mordant: 'Al' } as const
  const piecesOf = (found: ReturnType<typeof choosePieces>) => found?.pieces.map(({ id }) => id)

  test('are those that add up to it, mordanted already', () => {
    const basket = [piece(20), piece(50), piece(300), piece(45), piece(60, { fibre: 'silk' })]
    expect(choosePieces(basket, wanted)).toMatchObject({ isBare: false })
    expect(piecesOf(choosePieces(basket, wanted))).toEqual(['50', '45', '20'])
  })

  test('and are no more than the plant can dye', () => {
    const basket = [piece(60), piece(55), piece(45)]
    expect(piecesOf(choosePieces(basket, wanted))).toEqual(['60', '55'])
    expect(piecesOf(choosePieces(basket, { ...wanted, mostG: 106 }))).toEqual(['60', '45'])
    expect(choosePieces(basket, { ...wanted, mostG: 60 })).toBeNull()
  })

  test('else bare ones, which want the mordant still; else none', () => {
    const bare = [piece(95, { treatments: [] })]
    expect(choosePieces(bare, wanted)).toMatchObject({ isBare: true })
    expect(choosePieces(bare, { ...wanted, mordant: 'none' })).toMatchObject({ isBare: false })
    expect(choosePieces([piece(50)], wanted)).toBeNull()
    expect(choosePieces([piece(95, { bathId: 'b' })], wanted)).toBeNull()
    // not known is not bare
    expect(choosePieces([piece(95, { treatments: [], mordantKnown: false })], wanted)).toBeNull()
  })
})

describe('the search in its thread', () => {
  const question = {
    wanted: { lab: { l: 50, a: 15, b: 30 }, errorDe: 0, within: 5 },
    isTwoPots: true,
    shifts: [],
  }
  const some = view([
    curve(0),
    curve(1),
    curve(2, { mordant: 'none' }),
    curve(3, { mordant: 'Fe' }),
  ])
  const every = some.curves.map(({ dyes: [dye] }) => ({ id: dye!.id, mostRatio: null }))

  test('keeps what colours are foretold from, and gives the page what it shows', async () => {
    const { curves } = await matching.load(some)
    expect(curves[0]!.dyes).toEqual([{ id: 's0|k', bath: 1, leastRatio: dyes[0]!.ratios[0] }])
    expect(matching.dye('s1|k').unit).toEqual(dyes[1]!.unit)
    expect(JSON.stringify(curves).length).toBeLessThan(0.2 * JSON.stringify(some.curves).length)
  })

  test('names dyes, and lays no two mordants on one piece', async () => {
    await matching.load(some)
    const { ways } = (await matching.search({ ...question, curves: every }, () => undefined))!
    const pairs = ways.flatMap(({ baths }) =>
      baths.length === 2 ? [baths.map(({ id }) => id)] : [],
    )
    expect(ways.length).toBeGreaterThan(3)
    for (const pair of pairs.filter((ids) => ids.includes('s3|k'))) expect(pair).toContain('s2|k')
  })

  test('goes no further than there is plant for', async () => {
    await matching.load(some)
    const mostRatio = dyes[0]!.ratios[5]!
    const { ways } = (await matching.search(
      { ...question, curves: [{ id: 's0|k', mostRatio }], isTwoPots: false },
      () => undefined,
    ))!
    expect(ways).toHaveLength(1)
    expect(ways[0]!.baths[0]!.ratioDry).toBeLessThanOrEqual(mostRatio)
  })

  test('a shift that is known is looked at after each dye, too', async () => {
    await matching.load(some)
    const told = { mid: -6, sd: 1 }
    const shift = { agent: 'ironSulfate', l: told, c: told, h: { mid: 0, sd: 2 }, proofs: 4 }
    const { ways } = (await matching.search(
      { ...question, curves: every, isTwoPots: false, shifts: [shift] },
      () => undefined,
    ))!
    expect(ways).toHaveLength(8)
    expect(ways.filter(({ baths }) => baths[0]!.after === 'ironSulfate')).toHaveLength(4)
  })

  test('one that is stopped, or overtaken by another, answers nothing', async () => {
    const many = Array.from({ length: 160 }, (_, i) => {
      const one = curve(i % 4, { sourceId: `m${i}`, mordant: 'Al' })
      return { ...one, dyes: [{ ...one.dyes[0]!, id: `m${i}` }] }
    })
    await matching.load(view(many))
    const curves = many.map(({ dyes: [dye] }) => ({ id: dye!.id, mostRatio: null }))
    expect(await matching.search({ ...question, curves }, () => matching.stop())).toBeNull()
  })
})

describe('rows of shades', () => {
  const dye = dyes[0]!

  test('each takes its plant; in one bath all swim in the deepest one’s', () => {
    const byRatio = shadeRows(dye, 'simmer', FIRST_SHADES)
    expect(byRatio).toHaveLength(5)
    byRatio.forEach(({ dryG, ratioDry }) => expect(dryG).toBeCloseTo(20 * ratioDry, 9))
    const byTime = shadeRows(dye, 'simmer', { ...FIRST_SHADES, by: 'time' })
    expect(new Set(byTime.map(({ dryG }) => dryG)).size).toBe(1)
    expect(byTime[0]!.minutes).toBeLessThan(byTime.at(-1)!.minutes!)
    const inTurn = shadeRows(dye, 'simmer', { ...FIRST_SHADES, by: 'baths' })
    expect(inTurn[0]!.strength).toBeCloseTo(byRatio.at(-1)!.strength, 9)
  })

  test('a palest that is no paler than the deepest makes none', () => {
    expect(shadeRows(dye, 'simmer', { ...FIRST_SHADES, palest: 1 })).toEqual([])
  })
})
