import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import type { LotStepKind } from '../../../../core/harvest/lot-step'
import { catalogueId, newId } from '../../../../shared/ids'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const WEBCAP = catalogueId('cortinarius-cinnamomeus/cap')
const stepOf = (kind: LotStepKind, afterG: number, doneOn = '2026-08-20') => ({
  step: { id: newId(), kind, doneOn, afterG, note: '' },
})
const step = async (lot: Lot, ...of: Parameters<typeof stepOf>) =>
  (await here.log.lots.change(lot.id, (await here.log.lots.read(lot.id)).rev, stepOf(...of))).item

describe('the chain of a lot', () => {
  test('stripped, dried and ground: every weighing stays, and the balance is their sum', async () => {
    const lot = await here.lot({ netG: 700 })
    await step(lot, 'stripped', 500, '2026-08-12')
    await step(lot, 'dried', 95, '2026-08-20')
    const ground = await step(lot, 'ground', 94, '2026-08-21')
    expect(ground).toMatchObject({
      netG: 700,
      leftG: 94,
      state: 'dried',
      chop: 'ground',
      ownDryFraction: 0.19,
      dryFraction: 1,
    })
    expect(ground.steps.map(({ kind, beforeG, afterG }) => [kind, beforeG, afterG])).toEqual([
      ['stripped', 700, 500],
      ['dried', 500, 95],
      ['ground', 95, 94],
    ])
  })

  test('what drying showed serves the next lot of that source', async () => {
    await step(await here.lot({ netG: 500 }), 'dried', 95)
    const next = await here.lot()
    expect(next).toMatchObject({ dryFraction: 0.19, dryFractionBasis: 'estimated' })
  })

  test('a step is undone whole, and can be taken again', async () => {
    const lot = await here.lot({ netG: 500 })
    const { item, changeSetId } = await here.log.lots.change(lot.id, 1, stepOf('dried', 95))
    expect(item.state).toBe('dried')
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.lots.read(lot.id)).toMatchObject({
      state: 'fresh',
      leftG: 500,
      steps: [],
      ownDryFraction: null,
    })
    expect((await step(lot, 'dried', 100)).leftG).toBe(100)
  })

  test('an entry dated before a weighing would contradict it', async () => {
    const lot = await here.lot({ netG: 500 })
    await step(lot, 'dried', 95, '2026-08-20')
    await expect(step(lot, 'lost', 90, '2026-08-15')).rejects.toMatchObject(
      refusal(422, 'was last moved on 2026-08-20'),
    )
    await expect(step(lot, 'dried', 90)).rejects.toMatchObject(refusal(422, 'it is dried already'))
    await expect(here.log.lots.change(lot.id, 2, { netG: 480 })).rejects.toMatchObject(
      refusal(409, 'count it instead'),
    )
  })

  test('a pot of before a weighing, and a weighing of before a pot, are refused', async () => {
    const dried = await here.lot({ netG: 500 })
    await step(dried, 'dried', 95, '2026-08-20')
    const piece = await here.piece()
    await expect(
      here.pot(dried, [piece], { massG: 10, dyedOn: '2026-08-19' }),
    ).rejects.toMatchObject(refusal(422, 'was weighed again on 2026-08-20'))
    await here.pot(dried, [piece], { massG: 10, dyedOn: '2026-08-25' })
    await expect(step(dried, 'ground', 84, '2026-08-22')).rejects.toMatchObject(
      refusal(422, 'was last moved on 2026-08-25'),
    )
    expect((await step(dried, 'ground', 84, '2026-08-25')).leftG).toBe(84)
  })

  test('an entry of the change log from before lots told so much is undone all the same', async () => {
    const lot = await here.lot({ netG: 500, weather: 'dry' })
    const { changeSetId } = await here.log.lots.change(lot.id, 1, { note: 'x' })
    const since = ['weather', 'contents', 'evidence', 'steps', 'ownDryBasis']
    const older = Object.fromEntries(
      Object.entries(lot).filter(([field]) => !since.includes(field)),
    )
    await here.database
      .write('change_log')
      .where({ change_set_id: changeSetId })
      .update({ before: JSON.stringify(older) })
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.lots.read(lot.id)).toMatchObject({ note: '', weather: 'dry', leftG: 500 })
  })

  test('foreign matter is no dye, and stripping takes it off', async () => {
    const contents = [{ what: 'foreign', share: 0.3, basis: 'guessed' as const }]
    const lot = await here.lot({ netG: 1000, dryFraction: 0.2, contents })
    expect(lot).toMatchObject({
      dryFraction: expect.closeTo(0.14, 9) as unknown,
      dryFractionBasis: 'estimated',
    })
    const clean = await step(lot, 'stripped', 700)
    expect(clean).toMatchObject({ dryFraction: 0.2, dryFractionBasis: 'measured', contents: [] })
    const { stockDryG } = (await here.log.walk.view('2026-09-09')).rows.find(
      ({ source }) => source.id === TANSY,
    )!
    expect(stockDryG).toBeCloseTo(clean.leftG * clean.dryFraction, 9)
    expect(clean.leftG * clean.dryFraction).toBeCloseTo(lot.leftG * lot.dryFraction, 9)
  })

  test('hung to dry it says what it will weigh and when', async () => {
    const lot = await here.lot({ netG: 500, dryFraction: 0.2 })
    await here.log.lots.change(lot.id, 1, { hungOn: '2026-08-13' })
    const hung = await here.log.loft.lot(lot.id)
    expect(hung.drying).toMatchObject({ dryG: { mid: 100 }, fromDays: 7, toDays: 14 })
    expect(
      (await here.log.loft.view('2026-08-15')).groups.find(({ group }) => group === 'drying')!
        .count,
    ).toBe(1)
  })
})

describe('counted instead of weighed', () => {
  test('typical at first, then by the user’s own weighing', async () => {
    const first = await here.lot({ count: 100, measure: 'head' })
    expect(first).toMatchObject({ netG: 150, amountBasis: 'typical' })
    await here.lot({ netG: 48, count: 24, measure: 'head' })
    const second = await here.lot({ count: 100, measure: 'head' })
    expect(second).toMatchObject({ netG: 200, amountBasis: 'estimated' })
  })

  test('what nobody knows is asked for', async () => {
    await expect(here.lot({ count: 3, measure: 'cone' })).rejects.toMatchObject(
      refusal(422, 'weigh some once'),
    )
  })

  test('half a bag is enough to go on with: marked as typical, fresh and dried', async () => {
    const half = { count: 0.5, measure: 'bag' as const }
    expect(await here.lot(half)).toMatchObject({ netG: 360, amountBasis: 'typical' })
    const dried = await here.lot({ ...half, state: 'dried' })
    expect(dried.amountBasis).toBe('typical')
    expect(dried.netG).toBeCloseTo(360 * 2 * 0.18, 3)
  })
})

describe('splitting, combining, counting', () => {
  test('a split bag has its own tag and all the rest of the story', async () => {
    const lot = await here.lot({ netG: 300, dryFraction: 0.2, stage: 'full flower' })
    const body = { id: newId(), lotId: lot.id, massG: 120, doneOn: '2026-08-13', note: '' }
    const { item, changeSetId } = await here.log.moves.split(body)
    expect(item).toMatchObject({
      code: 'TAN-26-02',
      leftG: 120,
      netG: 120,
      dryFraction: 0.2,
      dryFractionBasis: 'measured',
      stage: 'full flower',
      fromLots: [lot.id],
    })
    expect((await here.log.lots.read(lot.id)).leftG).toBe(180)
    expect(await here.log.moves.split(body)).toMatchObject({ changeSetId: null })
    expect((await here.log.lots.read(lot.id)).leftG).toBe(180)
    await here.log.changes.undo(changeSetId!)
    expect((await here.log.lots.read(lot.id)).leftG).toBe(300)
    const undone = await here.log.lots.read(item.id)
    expect(undone.setAsideAt).not.toBeNull()
    await expect(here.log.lots.restore(item.id, undone.rev)).rejects.toMatchObject(
      refusal(409, 'was undone'),
    )
  })

  test('more than there is cannot be split off', async () => {
    const lot = await here.lot({ netG: 300 })
    await expect(
      here.log.moves.split({
        id: newId(),
        lotId: lot.id,
        massG: 301,
        doneOn: '2026-08-13',
        note: '',
      }),
    ).rejects.toMatchObject(refusal(422, 'holds too little'))
    expect((await here.log.lots.page({ limit: 10, aside: false })).items).toHaveLength(1)
  })

  test('only the same source in the same state goes in one bag', async () => {
    const tansy = await here.lot()
    const dock = await here.lot({ sourceId: DOCK })
    const combine = (lotIds: string[]) =>
      here.log.moves.combine({ id: newId(), lotIds, doneOn: '2026-08-20', note: '' })
    await expect(combine([tansy.id, dock.id])).rejects.toMatchObject(
      refusal(422, 'not the same source'),
    )
    const more = await here.lot({ netG: 100, sureness: 'likely' })
    const { item } = await combine([tansy.id, more.id])
    expect(item).toMatchObject({ leftG: 400, sureness: 'likely' })
  })

  test('all bags are counted in one go, or none', async () => {
    const [a, b] = [await here.lot({ netG: 300 }), await here.lot({ netG: 200 })]
    const counted = (lot: Lot, massG: number) => ({ lotId: lot.id, stepId: newId(), massG })
    await expect(
      here.log.moves.count({
        doneOn: '2026-08-20',
        counted: [counted(a, 290), { ...counted(b, 190), lotId: newId() }],
      }),
    ).rejects.toMatchObject(refusal(422, 'There is no lot'))
    expect((await here.log.lots.read(a.id)).leftG).toBe(300)
    const { changeSetId } = await here.log.moves.count({
      doneOn: '2026-08-20',
      counted: [counted(a, 290), counted(b, 205)],
    })
    expect([
      (await here.log.lots.read(a.id)).leftG,
      (await here.log.lots.read(b.id)).leftG,
    ]).toEqual([290, 205])
    await here.log.changes.undo(changeSetId)
    expect([
      (await here.log.lots.read(a.id)).leftG,
      (await here.log.lots.read(b.id)).leftG,
    ]).toEqual([300, 200])
  })
})

describe('a name that is not sure', () => {
  test('holds the lot back from pots and jars until it is', async () => {
    const lot = await here.lot({ sourceId: WEBCAP, sureness: 'likely', netG: 50 })
    expect(lot.held).toBe(true)
    await expect(here.pot(lot, [await here.piece()], { massG: 5 })).rejects.toMatchObject(
      refusal(422, 'held back'),
    )
    await here.log.lots.change(lot.id, 1, { sureness: 'sure' })
    await expect(here.pot(lot, [await here.piece()], { massG: 5 })).resolves.toMatchObject({
      code: 'POT-26-01',
    })
  })

  test('named later, the name carries to its swatches', async () => {
    const unnamed = catalogueId('unnamed-plant/wholeHerb')
    const lot = await here.lot({ sourceId: unnamed, sureness: 'unsure' })
    const pot = await here.pot(lot, [await here.piece()], { massG: 60 })
    await here.log.swatches.change(pot.pieces[0]!.swatchId!, 1, {
      reading: { hex: '#c8a030', wet: false, washed: true },
    })
    expect((await here.log.strength.sources())[0]!.commonName).toBe('unnamed plant')
    const before = await here.log.strength.ofSource(unnamed)
    expect(before.groups[0]!.points).toMatchObject([{ sureness: 'unsure', evidence: [] }])
    const evidence = [
      { id: newId(), kind: 'secondOpinion' as const, words: 'a botanist', on: '2026-09-01' },
    ]
    const { item } = await here.log.lots.change(lot.id, 1, {
      sourceId: TANSY,
      sureness: 'sure',
      evidence,
    })
    expect(item).toMatchObject({ code: lot.code, sourceId: TANSY, evidence })
    expect((await here.log.strength.sources()).map(({ commonName }) => commonName)).toEqual([
      'tansy',
    ])
    // the name carries with what it rests on
    expect((await here.log.strength.ofSource(TANSY)).groups[0]!.points).toMatchObject([
      { sureness: 'sure', evidence: ['a botanist'] },
    ])
  })
})
