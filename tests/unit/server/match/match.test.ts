import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { strengthAt } from '../../../../core/strength/saturation'
import { newId } from '../../../../shared/ids'
import type { NewMatchPlan } from '../../../../shared/schemas/match/match-plan'
import { dyedSwatch, measuredAt } from '../../../fixtures/dyed'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const truth = { model: 'exponential' as const, ceiling: 1.6, scale: 0.3 }
const dye = (ratio: number, more = {}) =>
  dyedSwatch(here, ratio, measuredAt(strengthAt(truth, ratio)), more)
const seen = async () => {
  await here.log.match.settled()
  return here.log.match.view()
}

describe('what colours are matched from', () => {
  test('every curve whose hue is known, with its dyes and its source', async () => {
    for (const ratio of [0.1, 0.3, 0.6, 1.2]) await dye(ratio)
    const { curves, sources, uptake, foretelling, pending } = await seen()
    expect(pending).toBe(0)
    expect(sources).toMatchObject([{ sourceId: TANSY, commonName: 'tansy' }])
    expect(curves).toMatchObject([
      { sourceId: TANSY, fibreClass: 'wool', mordant: 'Al', n: 4, lots: 4, estimated: 0 },
    ])
    const [tansy] = curves[0]!.dyes
    expect(tansy!.ratios.at(-1)).toBe(1.2)
    const middle = tansy!.pieces.at(-1)![6]!
    expect(middle / strengthAt(truth, 1.2)).toBeGreaterThan(0.8)
    expect(middle / strengthAt(truth, 1.2)).toBeLessThan(1.25)
    expect(uptake.n).toBe(0)
    expect(foretelling).toMatchObject({ n: 4 })
  })

  test('is computed anew when a swatch of it is read, and only then', async () => {
    await dye(0.3)
    const before = await seen()
    expect((await seen()).curves[0]!.dyes[0]).toBe(before.curves[0]!.dyes[0])
    await dye(0.6)
    expect((await seen()).curves[0]!.n).toBe(2)
  })

  test('a log without swatches has none, and foretells nothing', async () => {
    expect(await seen()).toMatchObject({
      curves: [],
      sources: [],
      pending: 0,
      foretelling: { n: 0 },
    })
  })

  test('a piece that was dyed twice teaches what overdyeing does, if both dyes can be told apart', async () => {
    for (const ratio of [0.1, 0.3, 0.6]) await dye(ratio)
    const dock = await here.lot({ sourceId: DOCK, state: 'dried' })
    const piece = await here.piece({ dryG: 10 })
    await here.pot(await here.lot({ state: 'dried' }), [piece], { massG: 3 })
    const second = await here.pot(dock, [piece], { massG: 3, dyedOn: '2026-08-20' })
    const { swatchId } = second.pieces[0]!
    const { rev } = await here.log.swatches.read(swatchId!)
    await here.log.swatches.change(swatchId!, rev, { reading: { id: newId(), ...measuredAt(2) } })
    // of dock there is no curve of its own yet
    expect((await seen()).uptake.n).toBe(0)
  })
})

describe('a recipe made planned pots', () => {
  const recipe = async (fields: Partial<NewMatchPlan> = {}): Promise<NewMatchPlan> => ({
    words: 'a rusty olive',
    on: '2026-09-01',
    fibre: 'wool',
    form: 'yarn',
    fibreG: 100,
    pieceIds: [],
    schemes: ['alum'],
    baths: [
      await bath(await here.lot({ state: 'dried' }), 30),
      await bath(await here.lot({ sourceId: DOCK, state: 'dried' }), 20.04),
    ],
    ...fields,
  })
  const bath = (lot: { id: string }, massG: number): Promise<NewMatchPlan['baths'][number]> =>
    Promise.resolve({
      id: newId(),
      lotId: lot.id,
      massG,
      way: 'simmer',
      size: null,
      like: '',
      tempC: null,
      minutes: null,
      after: null,
      expected: { hex: '#7d8a45', lab: { l: 55, a: -12, b: 35 } },
      n: 4,
      estimated: 0,
    })

  test('a piece, its mordant bath and the pots in their order, as one change', async () => {
    const input = await recipe()
    const { items, changeSetId } = await here.log.matchPlans.make(input)
    expect(items.map(({ id }) => id)).toEqual(input.baths.map(({ id }) => id))
    const [first, second] = items
    expect(first).toMatchObject({
      stage: 'planned',
      lots: [{ massG: 30 }],
      note: 'For a rusty olive, bath 1 of 2',
    })
    expect(second!.lots[0]!.massG).toBe(20)
    expect(second!.pieces[0]!.pieceId).toBe(first!.pieces[0]!.pieceId)
    expect(second!.plan!.expected[0]).toMatchObject({ hex: '#7d8a45', n: 4, basis: 'measured' })
    const piece = await here.log.pieces.read(first!.pieces[0]!.pieceId)
    expect(piece).toMatchObject({ dryG: 100, dryBasis: 'about', fibre: 'wool' })
    expect(piece.bathId).not.toBeNull()
    const mordant = await here.log.baths.read(piece.bathId!)
    expect(mordant).toMatchObject({ scheme: 'alum', startedAt: null })
    expect(mordant.agents[0]).toMatchObject({ agent: 'alum', massG: 10 })
    await here.log.changes.undo(changeSetId!)
    expect((await here.log.pots.read(first!.id)).setAsideAt).not.toBeNull()
  })

  test('pieces of the basket are taken as they are', async () => {
    const piece = await here.piece({ dryG: 90 })
    const { items } = await here.log.matchPlans.make(
      await recipe({ pieceIds: [piece.id], schemes: [] }),
    )
    expect(items[0]!.pieces).toMatchObject([{ pieceId: piece.id, dryG: 90 }])
    expect((await here.log.pieces.read(piece.id)).bathId).toBeNull()
  })

  test('sent twice it is made once', async () => {
    const input = await recipe()
    await here.log.matchPlans.make(input)
    const again = await here.log.matchPlans.make(input)
    expect(again.changeSetId).toBeNull()
    expect((await here.log.pots.page({ limit: 50, aside: false })).items).toHaveLength(2)
  })

  test('what comes after the dye and what mordant is still wanted stand in the plan', async () => {
    const lot = await here.lot({ state: 'dried' })
    const input = await recipe({
      schemes: ['alum', 'iron'],
      baths: [
        {
          ...(await bath(lot, 10)),
          after: 'ironSulfate',
          size: 'ground',
          like: 'wool, Al, acid bath, stuff ground',
        },
      ],
    })
    const { items } = await here.log.matchPlans.make(input)
    expect(items[0]!.plan!.additions).toEqual([
      { agent: 'ironSulfate', form: '', massG: null, when: 'after' },
    ])
    expect(items[0]!.plan!.size).toBe('ground')
    expect(items[0]!.note).toBe(
      'For a rusty olive. Its swatches were dyed so: wool, Al, acid bath, stuff ground. Mordant still: iron',
    )
  })

  test('a piece that is not there, or meant for a bath, is refused and nothing is written', async () => {
    await expect(
      here.log.matchPlans.make(await recipe({ pieceIds: [newId()] })),
    ).rejects.toMatchObject(refusal(422, 'There is no piece'))
    const { items } = await here.log.matchPlans.make(await recipe())
    const taken = items[0]!.pieces[0]!.pieceId
    await expect(
      here.log.matchPlans.make(await recipe({ pieceIds: [taken] })),
    ).rejects.toMatchObject(refusal(409, 'is meant for another bath'))
    expect((await here.log.pots.page({ limit: 50, aside: false })).items).toHaveLength(2)
  })
})
