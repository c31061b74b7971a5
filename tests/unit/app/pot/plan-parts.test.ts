import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { reactive, shallowRef } from 'vue'
import { takeIn, useIntake } from '../../../../app/features/pot/plan/intake'
import { sourcesInBath } from '../../../../app/features/pot/plan/known-strength'
import { usePlanBath } from '../../../../app/features/pot/plan/plan-bath'
import { usePlanContents } from '../../../../app/features/pot/plan/plan-contents'
import {
  overridesOf,
  uptakeWords,
  usePlanGuards,
} from '../../../../app/features/pot/plan/plan-guards'
import {
  lotsLeft,
  takenByCurve,
  usePlanPredictions,
} from '../../../../app/features/pot/plan/plan-predictions'
import { BLANK_LOT, blankPot, type PotDraft } from '../../../../app/features/pot/pot-draft'
import type { PotStock } from '../../../../app/features/pot/usePotStock'
import { leftErrorSd, usualTaken } from '../../../../core/strength/later-baths'
import type { StrengthView } from '../../../../shared/views/strength/strength'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'
import { settled, withSetup } from '../../../fixtures/with-setup'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

async function stockOf(from: PotStock['from'] = null, first: PotStock['first'] = null) {
  const { items: lots } = await here.log.lots.page({ inStock: true, aside: false, limit: 50 })
  const { items: pieces } = await here.log.pieces.page({ undyed: true, aside: false, limit: 50 })
  const tansy = await here.log.sources.read(TANSY)
  return {
    lots,
    pieces,
    dyedBefore: [],
    sets: [],
    hasMorePieces: false,
    sources: new Map([[TANSY, tansy]]),
    vessels: [],
    ways: [],
    settings: await here.log.settings.read(),
    open: [],
    from,
    first,
  } as PotStock
}

/** The parts of a plan as the page puts them together, without a page. */
function planned(draft: PotDraft, stock: PotStock, known = new Map<string, StrengthView>()) {
  const there = shallowRef(stock)
  return withSetup(() => {
    const contents = usePlanContents(draft, () => there.value)
    const bath = usePlanBath(
      draft,
      () => there.value,
      contents,
      () => Date.parse('2026-09-09T10:00:00Z'),
    )
    const guards = usePlanGuards(draft, contents, bath, () => null)
    const predictions = usePlanPredictions(
      draft,
      () => there.value,
      () => known,
      contents,
      () => null,
      () => bath.water.value?.pourL ?? null,
      new Map(),
    )
    return reactive({ ...contents, ...bath, ...guards, ...predictions, there })
  }).result
}

describe('what goes into a plan', () => {
  test('grams follow from the ratio, the fibre and what the lot holds', async () => {
    const lot = await here.lot({ state: 'dried', netG: 100 })
    const piece = await here.piece({ dryG: 50 })
    const draft = reactive(blankPot())
    draft.lots[0] = { ...BLANK_LOT, lotId: lot.id, ratioDry: 0.4 }
    const plan = planned(draft, await stockOf())
    expect(plan.lots[0]!.massG).toBeNull()
    draft.pieceIds = [piece.id]
    expect(plan.lots[0]).toMatchObject({ massG: 20, leftG: 80 })
    plan.ratioDry = 3
    expect(plan.lots[0]).toMatchObject({ massG: 150, leftG: -50 })
    plan.useAll()
    expect(plan.ratioDry).toBeCloseTo(2, 12)
    expect(plan.lots[0]).toMatchObject({ massG: 100, leftG: 0 })
  })

  test('what a scale cannot tell from all that is left takes all of it', async () => {
    // four ounces of plant on four ounces of wool at 1 : 1 were 0.002 g short for ever
    const ounces = 4 * 28.349523125
    const lot = await here.lot({ state: 'dried', netG: ounces })
    const piece = await here.piece({ dryG: ounces })
    const draft = reactive<PotDraft>({ ...blankPot(), pieceIds: [piece.id] })
    draft.lots[0] = { ...BLANK_LOT, lotId: lot.id, ratioDry: 1 }
    const plan = planned(draft, await stockOf())
    expect(plan.lots[0]).toMatchObject({ massG: lot.leftG, leftG: 0 })
    draft.lots[0].massG = 113.4
    expect(plan.lots[0]).toMatchObject({ massG: lot.leftG, leftG: 0 })
    // a typed amount that is less stands as it was typed
    draft.lots[0].massG = 113.35
    expect(plan.lots[0]!.massG).toBe(113.35)
    draft.lots[0].massG = 100
    expect(plan.lots[0]!.leftG).toBeGreaterThan(13)
  })

  test('of a pot of the past a ratio that only stands there is no fact', async () => {
    const lot = await here.lot({ state: 'dried', netG: 100 })
    const piece = await here.piece({ dryG: 50 })
    const draft = reactive<PotDraft>({ ...blankPot(), mode: 'past', pieceIds: [piece.id] })
    draft.lots[0] = { ...BLANK_LOT, lotId: lot.id }
    const plan = planned(draft, await stockOf())
    expect(plan.lots[0]).toMatchObject({ massG: 0, massBasis: 'unknown' })
    draft.lots[0].massG = 12.35
    expect(plan.lots[0]).toMatchObject({ massG: 12.35, leftG: 87.65 })
    expect(plan.lots[0]!.massBasis).toBeUndefined()
    expect(plan.ratioDry).toBeCloseTo(0.247, 12)
    plan.ratioDry = 0.5
    expect(plan.lots[0]).toMatchObject({ massG: 25 })
  })

  test('what is gone from the stock is gone from the draft', async () => {
    const lot = await here.lot({ state: 'dried', netG: 100 })
    const piece = await here.piece({ dryG: 50 })
    const draft = reactive(blankPot())
    draft.lots[0] = { ...BLANK_LOT, lotId: lot.id, ratioDry: 0.4 }
    draft.pieceIds = [piece.id, 'of another day']
    draft.vesselId = 'broken'
    const plan = planned(draft, await stockOf())
    plan.there = { ...(await stockOf()), lots: [] }
    await settled()
    expect(draft).toMatchObject({
      lots: [{ lotId: '', ratioDry: 0.4 }],
      pieceIds: [piece.id],
      vesselId: '',
    })
    expect(plan.lots).toEqual([])
  })

  test('what an address brings is taken once, and what is changed since stays', async () => {
    const draft = reactive(blankPot())
    const stock = shallowRef<PotStock | null>(null)
    const brought = {
      lotId: 'lot',
      ratioDry: 0.8,
      pieceIds: ['one', 'two'],
      fromPotId: null,
    }
    const asked: unknown[] = []
    withSetup(() =>
      useIntake(
        draft,
        () => stock.value,
        () => '/pot?lot=lot',
        () => brought,
        async (opened) => void asked.push(opened),
      ),
    )
    stock.value = await stockOf()
    await settled()
    expect(draft).toMatchObject({
      lots: [{ lotId: 'lot', ratioDry: 0.8 }],
      pieceIds: ['one', 'two'],
    })
    expect(asked).toEqual([{ lotId: 'lot', ratioDry: 0.8 }])
    draft.lots[0]!.ratioDry = 0.3
    stock.value = await stockOf()
    await settled()
    expect(draft.lots[0]!.ratioDry).toBe(0.3)
  })

  test('a ratio that is no number is left as it stands', () => {
    const draft = blankPot()
    const before = draft.lots[0]!.ratioDry
    takeIn(draft, { lotId: 'lot', ratioDry: null, pieceIds: [], fromPotId: 'pot' })
    expect(draft).toMatchObject({ lots: [{ lotId: 'lot', ratioDry: before }], fromPotId: 'pot' })
  })
})

describe('the bath and its guards', () => {
  test('a fibre that bears no heat is planned cold', async () => {
    const skin = await here.piece({ fibre: 'fishSkin', form: 'pieces', dryG: 20 })
    const draft = reactive(blankPot())
    const plan = planned(draft, await stockOf())
    expect(plan.isHeated).toBe(true)
    draft.pieceIds = [skin.id]
    await settled()
    expect(draft.way).toBe('coldSteep')
    expect(plan).toMatchObject({ isHeated: false, heat: null, tempC: null })
  })

  test('only a grave guard is overridden, and only by a word of why', () => {
    const guard = (code: string, level: string) => ({ code, level, words: '', pieces: [] }) as never
    const guards = [guard('lookAlike', 'grave'), guard('acidInZinc', 'stop')]
    const why = { lookAlike: ' the tags differ ', acidInZinc: 'never mind' }
    expect(overridesOf(guards, why)).toEqual([{ code: 'lookAlike', why: 'the tags differ' }])
    expect(overridesOf(guards, { lookAlike: '  ' })).toEqual([])
  })

  test('a source that wants mordant says so of bare cotton, and nothing of mordanted wool', async () => {
    const tansy = await here.log.sources.read(TANSY)
    const wool = await here.piece()
    const cotton = await here.piece({ fibre: 'cotton', form: 'cloth', treatments: [] })
    expect(uptakeWords([tansy], [wool])).toEqual([])
    expect(uptakeWords([tansy], [cotton, cotton])).toHaveLength(1)
    const draft = reactive({ ...blankPot(), pieceIds: [cotton.id] })
    draft.lots[0]!.lotId = (await here.lot({ state: 'dried' })).id
    const plan = planned(draft, await stockOf())
    expect(plan.guards.map(({ code }) => code)).toContain('notWashed')
    expect(plan.standing.length).toBeGreaterThan(0)
  })
})

describe('what a bath leaves for the next', () => {
  test('the third bath has the plant of the first, less what two baths took', async () => {
    const lot = await here.lot({ state: 'dried', netG: 100 })
    const first = await here.pot(lot, [await here.piece({ dryG: 50 })], { massG: 50 })
    const second = await here.pot(lot, [await here.piece({ dryG: 40 })], {
      fromPotId: first.id,
      lots: [],
    })
    expect(second.lots).toEqual([])
    const tansy = await here.log.sources.read(TANSY)
    const left = (from: typeof first, fibreG: number) =>
      lotsLeft(
        first,
        from,
        fibreG,
        () => tansy,
        () => ({ ...usualTaken(), mid: 0.5 }),
      )
    const charged = lot.dryFraction
    expect(left(first, 50)).toEqual([
      {
        source: tansy,
        ratioDry: expect.closeTo(charged / 2, 10),
        ratioErrorSd: leftErrorSd({ ...usualTaken(), mid: 0.5 }, 2),
        lotId: lot.id,
      },
    ])
    expect(left(second, 50)[0]!.ratioDry).toBeCloseTo(charged / 4, 10)
    // more fibre than the first bath had: the same dye goes round more of it
    expect(left(second, 100)[0]!.ratioDry).toBeCloseTo(charged / 8, 10)
    expect(sourcesInBath([], first)).toEqual([TANSY])
  })

  test('the share is learnt from later baths that were read, else as is usual', async () => {
    expect(takenByCurve(null)).toBe(usualTaken())
    for (const ratio of [0.1, 0.3, 0.6, 1]) {
      await dyedSwatch(here, ratio, measuredAt(2 * (1 - Math.exp(-ratio / 0.4))))
    }
    const [group] = (await here.log.strength.ofSource(TANSY)).groups
    expect(takenByCurve(group!).n).toBe(0)
    const lot = await here.lot({ state: 'dried', netG: 100 })
    const first = await here.pot(lot, [await here.piece({ dryG: 10 })], { massG: 10 })
    const second = await here.pot(lot, [await here.piece({ dryG: 10 })], {
      fromPotId: first.id,
      lots: [],
    })
    const { swatchId } = second.pieces[0]!
    await here.log.swatches.change(swatchId!, 1, { reading: measuredAt(0.2) })
    const [after] = (await here.log.strength.ofSource(TANSY)).groups
    const taken = takenByCurve(after!)
    expect(taken.n).toBe(1)
    expect(taken.mid).toBeGreaterThan(usualTaken().mid)
  })
})

test('colours are foretold of a first bath and of a third, by the curve of the pieces', async () => {
  for (const ratio of [0.1, 0.3, 0.6, 1]) {
    await dyedSwatch(here, ratio, measuredAt(2 * (1 - Math.exp(-ratio / 0.4))))
  }
  const lot = await here.lot({ state: 'dried', netG: 100 })
  const piece = await here.piece({ dryG: 10 })
  const known = new Map([[TANSY, await here.log.strength.ofSource(TANSY)]])
  const draft = reactive({ ...blankPot(), pieceIds: [piece.id] })
  draft.lots[0] = { ...BLANK_LOT, lotId: lot.id, ratioDry: 0.4 }
  const plan = planned(draft, await stockOf(), known)
  await new Promise((done) => setTimeout(done, 50))
  expect(plan.group).toMatchObject({ n: 4 })
  expect(plan.predictions[0]).toMatchObject({ n: 4, basis: 'measured' })
  expect(plan.predictions[0]!.strength.mid).toBeGreaterThan(0.8)

  const first = await here.pot(lot, [await here.piece({ dryG: 10 })], { massG: 10 })
  const second = await here.pot(lot, [await here.piece({ dryG: 10 })], {
    fromPotId: first.id,
    lots: [],
  })
  const later = reactive({ ...blankPot(), pieceIds: [piece.id], fromPotId: second.id })
  const third = planned(later, await stockOf(second, first), known)
  await new Promise((done) => setTimeout(done, 50))
  expect(third.taken).toMatchObject({ n: 0 })
  expect(third.predictions[0]!.hex).toMatch(/^#/)
  expect(third.predictions[0]!.strength.mid).toBeLessThan(plan.predictions[0]!.strength.mid)
})
