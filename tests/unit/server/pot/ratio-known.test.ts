import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import { newPotSchema } from '../../../../shared/schemas/pot/pot'
import { validate } from '../../../../shared/validate'
import { openTestLog, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

describe('how well a ratio is known', () => {
  const create = async (lotFields: object, pieceFields: object, amount: object) => {
    const from = await here.lot(lotFields)
    const piece = await here.piece(pieceFields)
    return (
      await here.log.pots.create(
        validate(newPotSchema, {
          id: newId(),
          dyedOn: '2026-08-20',
          lots: [{ lotId: from.id, massG: 10, ...amount }],
          pieces: [{ pieceId: piece.id }],
        }),
      )
    ).item
  }

  test('weighed plant on weighed fibre is known', async () => {
    expect(await create({}, {}, {})).toMatchObject({ ratioErrorSd: 0, isRatioKnown: true })
  })

  test('plant of a lot that was only counted is known as roughly as the lot', async () => {
    const counted = { netG: undefined, count: 7, measure: 'head' as const }
    const pot = await create(counted, {}, {})
    expect(pot.lots[0]!.massBasis).toBe('about')
    expect(pot.ratioErrorSd).toBeCloseTo(0.35, 12)
    expect(await create(counted, {}, { massBasis: 'weighed' })).toMatchObject({ ratioErrorSd: 0 })
  })

  test('cloth by its size, or not weighed at all', async () => {
    expect((await create({}, { dryBasis: 'about' }, {})).ratioErrorSd).toBeCloseTo(0.2, 12)
    const unknown = await create({}, { dryBasis: 'unknown' }, {})
    expect(unknown).toMatchObject({ ratioErrorSd: null, ratioDry: null, isRatioKnown: false })
  })
})
