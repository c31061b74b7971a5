import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { wayFacts } from '../../../../catalogue/ways'
import { candidatesOf } from '../../../../server/services/strength/curve-candidates'
import { factorsOf } from '../../../../server/services/swatch/swatch-factors'
import { newId } from '../../../../shared/ids'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { newPotSchema } from '../../../../shared/schemas/pot/pot'
import { validate } from '../../../../shared/validate'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

/** A pot of the past whose pieces are all read. */
async function dyed(pieces: Piece[], fields: object) {
  const lot = await here.lot({ state: 'dried' })
  const body = validate(newPotSchema, {
    id: newId(),
    dyedOn: '2026-08-20',
    lots: [{ lotId: lot.id, massG: 10 }],
    pieces: pieces.map(({ id }) => ({ pieceId: id })),
    ...fields,
  })
  for (const { swatchId } of (await here.log.pots.create(body)).item.pieces) {
    await here.log.swatches.change(swatchId!, 1, {
      reading: { lab: { l: 70, a: 2, b: 50 }, wet: false, washed: true },
    })
  }
}

const at = (minute: number) => ({
  id: newId(),
  at: `2026-08-20T12:${String(minute).padStart(2, '0')}:00+02:00`,
  toleranceMin: 720,
})
const pulled = (minute: number, piece: Piece) => ({
  ...at(minute),
  kind: 'pull',
  data: { pieceIds: [piece.id] },
})
const cooling = (skipped: boolean, minute: number) => ({
  ...at(minute),
  kind: 'step',
  stepId: 'cool',
  data: { skipped },
})
describe('whether a piece cooled in its bath, and its soap', () => {
  const plan = { steps: wayFacts('simmer').steps }
  async function factors() {
    const candidates = await candidatesOf(here.database.read, TANSY)
    return candidates.map((candidate) => factorsOf(candidate, 'flowerHead'))
  }

  test('is told by the step that was noted, piece by piece', async () => {
    const [early, late] = [await here.piece(), await here.piece()]
    await dyed([early, late], {
      plan,
      notes: [pulled(5, early), cooling(false, 20), pulled(30, late)],
    })
    expect((await factors()).map(({ cooled }) => cooled).sort()).toEqual([false, true])
  })

  test('is not where it was left out, and is nothing that anybody told where no note says so', async () => {
    await dyed([await here.piece()], { plan, notes: [cooling(true, 20)] })
    expect((await factors())[0]).toMatchObject({ cooled: false })
    const piece = await here.piece()
    await dyed([piece], { plan, notes: [pulled(30, piece)] })
    const all = await factors()
    expect(all.filter((each) => 'cooled' in each || 'soap' in each)).toHaveLength(1)
  })

  test('soap is told of a pot in which some piece had it, and of no other', async () => {
    const [washed, plain] = [await here.piece(), await here.piece()]
    const outcome = { waters: null, handle: [], smell: '', note: '' }
    await dyed([washed, plain], {
      pieces: [
        { pieceId: washed.id, outcome: { ...outcome, soap: 'neutral' } },
        { pieceId: plain.id, outcome: { ...outcome, soap: 'none' } },
      ],
    })
    const other = await here.piece()
    await dyed([other], { pieces: [{ pieceId: other.id, outcome: { ...outcome, soap: 'none' } }] })
    const told = (await factors()).map(({ soap }) => soap)
    expect(told.filter((soap) => soap !== undefined).sort()).toEqual(['neutral', 'none'])
  })
})
