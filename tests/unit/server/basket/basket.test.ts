import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readinessOf } from '../../../../core/fibre/readiness'
import { treatmentFacts } from '../../../../shared/rules/basket/fibre'
import { newId } from '../../../../shared/ids'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import type { TreatmentKind } from '../../../../shared/schemas/basket/treatment'
import {
  agent,
  bathOf,
  hank,
  openBasketLog,
  WASHED,
  type BasketLog,
} from '../../../fixtures/basket'
import { refusal } from '../../../fixtures/log'

let here: BasketLog
beforeEach(async () => void (here = await openBasketLog()))
afterEach(() => here.database.close())
const hanks = (n: number, fields: object = {}) => here.hanks(n, fields)

describe('several at once', () => {
  test('a trial set with its control and its baths is one change, undone as one', async () => {
    const set = { id: newId(), name: 'Tansy trial', kind: 'trial' as const, note: '' }
    const pieces = ['1 knot', '2 knots', '3 knots'].map((mark) => hank({ mark, setId: set.id }))
    const bath = bathOf([], {
      startedAt: null,
      agents: [agent({ massG: 1 })],
      pieceIds: [pieces[0]!.id],
    })
    const made = await here.log.basketMoves.many({ set, pieces, baths: [bath] })
    expect(made.items).toHaveLength(3)
    expect((await here.log.basket.view(null)).sets).toMatchObject([
      { name: 'Tansy trial', kind: 'trial', count: 3, dryG: 30 },
    ])
    expect(await here.log.basketMoves.many({ set, pieces, baths: [bath] })).toMatchObject({
      changeSetId: null,
    })
    await here.log.changes.undo(made.changeSetId!)
    expect((await here.log.basket.view(null)).levels.every(({ count }) => count === 0)).toBe(true)
    expect((await here.log.sets.page({ aside: false, limit: 9 })).items).toEqual([])
  })

  test('one that cannot be refuses all, and says which', async () => {
    const pieces = [hank(), hank({ setId: newId() })]
    await expect(here.log.basketMoves.many({ set: null, pieces, baths: [] })).rejects.toMatchObject(
      {
        extra: { errors: [{ pointer: '/pieces/1/setId' }] },
      },
    )
    expect((await here.log.pieces.page({ aside: false, limit: 9 })).items).toEqual([])
  })

  test('pieces are gathered into a set, and taken out of it', async () => {
    const pieceIds = (await hanks(3)).map(({ id }) => id)
    const set = { id: newId(), name: 'Market', kind: 'group' as const, note: '' }
    const made = await here.log.basketMoves.gather({ set, setId: null, pieceIds })
    expect((await here.log.basket.view(null)).sets).toMatchObject([{ name: 'Market', count: 3 }])
    await expect(here.log.sets.setAside(set.id, 1)).rejects.toMatchObject(
      refusal(409, '3 pieces belong to it'),
    )
    await here.log.changes.undo(made.changeSetId!)
    expect((await here.log.basket.view(null)).sets).toEqual([])
  })

  test('many pieces are washed in one go', async () => {
    const pieces = await hanks(3, { treatments: [] })
    const done = await here.log.basketMoves.treat({
      pieceIds: pieces.map(({ id }) => id),
      treatment: WASHED,
    })
    const count = async () =>
      (await here.log.basket.view(null)).levels.find(({ level }) => level === 'bare')!.count
    expect(await count()).toBe(3)
    await here.log.changes.undo(done.changeSetId!)
    expect(await count()).toBe(0)
  })
})

describe('splitting a skein', () => {
  const parts = (...grams: number[]) => grams.map((dryG) => ({ id: newId(), dryG, mark: '' }))

  test('each part keeps its history, its colour and the pots it has been through', async () => {
    const whole = await here.piece({ dryG: 100 })
    await here.pot(await here.lot(), [whole])
    const { items, changeSetId } = await here.log.basketMoves.split(whole.id, {
      on: '2026-09-01',
      parts: parts(60, 40),
    })
    expect(items.map(({ dryG }) => dryG)).toEqual([60, 40])
    const [part] = items as [Piece]
    expect(part).toMatchObject({ fromPieceId: whole.id, bare: { lab: { l: 88 } } })
    expect(part.potIds).toHaveLength(1)
    expect(part.treatments).toMatchObject([{ agent: 'alum', percentWof: 10, massG: 6 }])
    expect(await here.log.pieces.read(whole.id)).toMatchObject({ splitOn: '2026-09-01', dryG: 100 })
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.pieces.read(whole.id)).toMatchObject({ splitOn: null })
    expect((await here.log.pieces.read(part.id)).setAsideAt).not.toBeNull()
  })

  test('the parts must weigh what the whole does', async () => {
    const whole = await here.piece({ dryG: 100 })
    const split = (...grams: number[]) =>
      here.log.basketMoves.split(whole.id, { on: '2026-09-01', parts: parts(...grams) })
    await expect(split(60, 60)).rejects.toMatchObject(
      refusal(422, '100 g within 5 %; they come to 120 g'),
    )
    await expect(split(60, 30)).rejects.toMatchObject(refusal(422, 'they come to 90 g'))
    await split(58, 40)
    await expect(split(58, 40)).rejects.toMatchObject(refusal(409, 'was split on 2026-09-01'))
  })
})

describe('the level of a piece', () => {
  const KINDS: TreatmentKind[] = ['wash', 'bleach', 'rinse', 'mordant', 'soak', 'oil']

  test('as the database keeps it is what the core says, in any order of treatments', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom(...KINDS), fc.integer({ min: 1, max: 28 })), {
          maxLength: 6,
        }),
        fc.boolean(),
        async (done, dyed) => {
          const piece = await here.piece({
            treatments: done.map(([kind, day]) => ({
              kind,
              doneOn: `2026-08-${String(day).padStart(2, '0')}`,
              ...(kind === 'mordant' && { agent: 'alum' as const, percentWof: 10 }),
              ...(kind === 'soak' && { agent: 'salt' as const, percentWof: 100 }),
            })),
          })
          if (dyed) await here.pot(await here.lot(), [piece])
          const [row] = await here.log.basket.named([piece.id])
          const pots = dyed ? 1 : 0
          const facts = { treatments: treatmentFacts(piece.treatments), pots, isInBath: false }
          expect(row!.level).toBe(readinessOf(facts).level)
          expect(row!.pots).toBe(pots)
        },
      ),
      { numRuns: 40 },
    )
  })

  test('lines are found by code, fibre, name and mark, a stretch at a time', async () => {
    await hanks(12)
    await hanks(1, { fibre: 'silk', name: 'scarf' })
    const rows = async (find: string) =>
      (await here.log.basket.rows({ find, offset: 0, limit: 200 })).count
    expect(await rows('silk')).toBe(1)
    expect(await rows('scarf silk')).toBe(1)
    expect(await rows('scarf wool')).toBe(0)
    expect(await rows('12 knots')).toBe(1)
    expect(await rows('wol-26')).toBe(12)
    const page = await here.log.basket.rows({ level: 'bare', offset: 10, limit: 2 })
    expect(page).toMatchObject({ count: 13, rows: [{}, {}] })
  })

  test('what was set aside or split is still told, as gone', async () => {
    const [one, two] = (await hanks(2)) as [Piece, Piece]
    await here.log.pieces.setAside(one.id, 1)
    const halves = [5, 5].map((dryG) => ({ id: newId(), dryG, mark: '' }))
    await here.log.basketMoves.split(two.id, { on: '2026-09-01', parts: halves })
    const rows = await here.log.basket.named([one.id, two.id, halves[0]!.id])
    expect(rows.map(({ isGone }) => isGone)).toEqual([true, true, false])
  })

  test('a mordant given after a pot has no part in its swatch', async () => {
    const piece = await here.piece({ treatments: [WASHED], dryG: 50 })
    const pot = await here.pot(await here.lot(), [piece])
    const swatch = await here.log.swatches.read(pot.pieces[0]!.swatchId!)
    await here.log.swatches.change(swatch.id, 1, {
      reading: { hex: '#c8b25a', wet: false, washed: true },
    })
    await here.log.pieces.change(piece.id, 1, {
      treatment: { kind: 'mordant', agent: 'ironSulfate', percentWof: 2, doneOn: '2026-09-01' },
    })
    const { groups } = await here.log.strength.ofSource(
      (await here.log.lots.read(pot.lots[0]!.lotId)).sourceId,
    )
    expect(groups.map(({ mordant }) => mordant)).toEqual(['none'])
  })
})
