import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { LOT_STEP_KINDS } from '../../../../core/harvest/lot-step'
import { newId } from '../../../../shared/ids'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import { Refusal } from '../../../../server/services/log/failures'
import { openTestLog, type TestLog } from '../../../fixtures/log'

const stepOf = (kind: (typeof LOT_STEP_KINDS)[number], afterG: number, doneOn = '2026-08-20') => ({
  step: { id: newId(), kind, doneOn, afterG, note: '' },
})

/** One thing that can happen to stock, as the generator draws it. */
const act = fc.oneof(
  fc.record({
    act: fc.constant('step' as const),
    kind: fc.constantFrom(...LOT_STEP_KINDS),
    of: fc.nat(),
    share: fc.double({ min: 0, max: 1.1, noNaN: true }),
  }),
  fc.record({
    act: fc.constant('split' as const),
    of: fc.nat(),
    share: fc.double({ min: 0.01, max: 1.2, noNaN: true }),
  }),
  fc.record({ act: fc.constant('combine' as const), of: fc.nat(), with: fc.nat() }),
  fc.record({
    act: fc.constant('pot' as const),
    of: fc.nat(),
    share: fc.double({ min: 0.01, max: 1.2, noNaN: true }),
  }),
  fc.record({ act: fc.constant('undo' as const), of: fc.nat() }),
)

describe('the ledger', () => {
  test('whatever happens in whatever order: balance = sum of movements, never below zero, nothing lost by splitting or combining', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 3, maxLength: 14 }), async (acts) => {
        const log = await openTestLog()
        try {
          const lots = [
            await log.lot({ netG: 300, dryFraction: 0.2 }),
            await log.lot({ netG: 120 }),
          ]
          const piece = await log.piece({ dryG: 20 })
          const done: string[] = []
          for (const each of acts) {
            const lot = await log.log.lots.read(lots[each.of % lots.length]!.id)
            const before = await sums(log)
            try {
              if (each.act === 'step') {
                const { changeSetId } = await log.log.lots.change(
                  lot.id,
                  lot.rev,
                  stepOf(each.kind, Math.round(lot.leftG * each.share * 1000) / 1000),
                )
                done.push(changeSetId!)
              } else if (each.act === 'split') {
                const { item, changeSetId } = await log.log.moves.split({
                  id: newId(),
                  lotId: lot.id,
                  massG: Math.max(0.001, Math.round(lot.leftG * each.share * 1000) / 1000),
                  doneOn: '2026-08-20',
                  note: '',
                })
                lots.push(item)
                done.push(changeSetId!)
                expectAlike(await sums(log), before)
              } else if (each.act === 'combine') {
                const other = lots[each.with % lots.length]!
                if (other.id === lot.id) continue
                const { item, changeSetId } = await log.log.moves.combine({
                  id: newId(),
                  lotIds: [lot.id, other.id],
                  doneOn: '2026-08-20',
                  note: '',
                })
                lots.push(item)
                done.push(changeSetId!)
                expectAlike(await sums(log), before)
              } else if (each.act === 'pot') {
                await log.pot(lot, [piece], {
                  massG: Math.max(0.001, Math.round(lot.leftG * each.share * 1000) / 1000),
                  dyedOn: '2026-08-20',
                })
              } else if (done.length > 0) await log.log.changes.undo(done[each.of % done.length]!)
            } catch (error) {
              // refused in words, and then nothing at all has changed
              expect(error).toBeInstanceOf(Refusal)
              expect(await sums(log)).toEqual(before)
            }
            await expectSound(log)
          }
        } finally {
          await log.database.close()
        }
      }),
      { numRuns: 30 },
    )
  }, 120_000)

  /** Grams and dry grams in all live lots. */
  async function sums(log: TestLog) {
    const { items } = await log.log.lots.page({ limit: 200, aside: false })
    const total = (of: (lot: Lot) => number) => items.reduce((sum, lot) => sum + of(lot), 0)
    return {
      grams: total(({ leftG }) => leftG),
      dry: total(({ leftG, dryFraction }) => leftG * dryFraction),
    }
  }

  function expectAlike(
    after: { grams: number; dry: number },
    before: { grams: number; dry: number },
  ) {
    expect(after.grams).toBeCloseTo(before.grams, 2)
    expect(after.dry).toBeCloseTo(before.dry, 2)
  }

  async function expectSound({ database }: TestLog) {
    const rows = (await database
      .read('lot')
      .select(
        'code',
        'left_g as leftG',
        database.read.raw('(select total(delta_g) from lot_movement where lot_id = lot.id) as sum'),
      )) as { code: string; leftG: number; sum: number }[]
    for (const { code, leftG, sum } of rows) {
      expect([code, Math.abs(leftG - sum) < 1e-6]).toEqual([code, true])
      expect([code, leftG > -1e-6]).toEqual([code, true])
    }
  }
})
