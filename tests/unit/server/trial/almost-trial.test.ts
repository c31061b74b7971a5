import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { broughtTrial } from '../../../../app/features/trial/brought-trial'
import { blankTrial, designOf } from '../../../../app/features/trial/trial-draft'
import { first, present } from '../../../../core/present'
import { newId } from '../../../../shared/ids'
import type { NewPiece } from '../../../../shared/schemas/basket/piece'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import { PLAIN_PLAN } from '../../../../shared/schemas/pot/pot-plan'
import { newTrialSchema } from '../../../../shared/schemas/trial/trial'
import { validate } from '../../../../shared/validate'
import { openTestLog, type TestLog } from '../../../fixtures/log'

let here: TestLog
let lot: Lot
beforeEach(async () => {
  here = await openTestLog()
  lot = await here.lot({ state: 'dried' })
})
afterEach(() => here.database.close())

const ALUM: NewPiece['treatments'][number] = {
  kind: 'mordant',
  agent: 'alum',
  percentWof: 8,
  heat: 'warm',
  finish: 'heldWet',
  doneOn: '2026-08-01',
}

/** A pot of the past with two pieces, of which everything is written down. */
async function dyed(fibre: 'wool' | 'silk', water: 'rain' | 'tap', hex: string) {
  const pieces = [
    await here.piece({ fibre, treatments: [ALUM], dryG: 12 }),
    await here.piece({ treatments: [ALUM], dryG: 12 }),
  ]
  const pot = await here.pot(lot, pieces, {
    massG: 12,
    waterL: 1,
    tempC: 75,
    minutes: 45,
    finalPh: 6,
    plan: { ...PLAIN_PLAN, water, size: 'chopped' },
    end: { liquor: 'poured', liquorL: null, spent: 'none', rinse: 'now', boiled: false },
  })
  for (const { swatchId } of pot.pieces) await read(present(swatchId), hex)
  return pot
}

async function read(swatchId: string, hex: string) {
  const { rev } = await here.log.swatches.read(swatchId)
  await here.log.swatches.change(swatchId, rev, {
    reading: { id: newId(), hex, wet: false, washed: true },
  })
}

async function dyedAs(swatchId: string) {
  const { potId, pieceId } = await here.log.swatches.read(swatchId)
  return { pot: await here.log.pots.read(potId), piece: await here.log.pieces.read(pieceId) }
}

test('what is almost clean is, once its trial is dyed as it was laid out', async () => {
  await dyed('wool', 'rain', '#d0a040')
  await dyed('silk', 'tap', '#b08838')
  const before = await here.log.evidence.view({})
  expect(before.effects.map(({ factor }) => factor)).not.toContain('water')
  const [almost] = before.almost.filter(({ shows }) => shows.includes('fibre'))
  expect(almost!.shows).toEqual(['fibre', 'water'])

  const { levels, ...brought } = broughtTrial(
    await dyedAs(almost!.bathLike),
    await dyedAs(almost!.pieceLike),
    'fibre',
  )
  const draft = { ...blankTrial(), ...brought, isMordanted: true }
  draft.levels.fibre = present(levels)
  const trial = validate(newTrialSchema, {
    id: newId(),
    words: 'almost',
    on: '2026-08-22',
    design: designOf(draft),
  })
  const pot = first((await here.log.fairTrials.make(trial)).items)
  here.at('2026-08-25T20:00:00+02:00')
  await here.log.pots.change(pot.id, pot.rev, {
    light: { at: '2026-08-22T09:00:00+02:00', overrides: [] },
  })
  const note = (kind: 'enter' | 'reading', at: string, data: object) =>
    here.log.course.note(pot.id, {
      id: newId(),
      kind,
      at: `2026-08-22T${at}:00+02:00`,
      toleranceMin: 0,
      note: '',
      stepId: null,
      data,
    } as never)
  await note('enter', '10:00', { pieceIds: pot.pieces.map(({ pieceId }) => pieceId) })
  await note('reading', '10:20', { tempC: 75, ph: null, dialC: null, by: 'typed' })
  const { item } = await here.log.course.finish(pot.id, {
    at: '2026-08-22T10:45:00+02:00',
    finalPh: 6,
    liquor: 'poured',
    liquorL: null,
    spent: 'none',
    rinse: 'now',
    note: '',
    pieces: [],
  })
  for (const { pieceId, swatchId } of item.pieces) {
    const piece = await here.log.pieces.read(pieceId)
    await here.log.pieces.change(pieceId, piece.rev, {
      bare: { id: newId(), lab: { l: 88, a: 0.5, b: 10 }, wet: false, washed: true },
    })
    await read(present(swatchId), '#c89a3c')
  }
  const after = await here.log.evidence.view({})
  const water = present(after.effects.find(({ factor }) => factor === 'water'))
  const [{ from, to }] = water.shown as [{ from: string; to: string }]
  const pots = await Promise.all(
    [from, to].map(async (id) => (await here.log.swatches.read(id)).potId),
  )
  expect(pots).toContain(pot.id)
})
