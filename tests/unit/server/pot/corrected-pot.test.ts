import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import {
  newPotSchema,
  potChangeSchema,
  type Pot,
  type PotChange,
} from '../../../../shared/schemas/pot/pot'
import { newPotEventSchema } from '../../../../shared/schemas/pot/pot-event'
import { validate } from '../../../../shared/validate'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'

let here: TestLog
let piece: Piece
let pot: Pot
beforeEach(async () => {
  here = await openTestLog()
  piece = await here.piece()
  const lot = await here.lot({ state: 'dried', netG: 300 })
  pot = (
    await here.log.pots.create(
      validate(newPotSchema, {
        id: newId(),
        dyedOn: '2026-08-20',
        lots: [{ lotId: lot.id, massG: 20 }],
        pieces: [{ pieceId: piece.id }],
      }),
    )
  ).item
})
afterEach(() => here.database.close())

const END = { liquor: 'kept', liquorL: 2, spent: 'binned', rinse: 'now', boiled: true } as const

/** A correction of each fact that a pot which is over tells. */
const CHANGES: PotChange = {
  title: 'The evening pot',
  way: 'coldSteep',
  waterL: 3,
  tempC: 41,
  minutes: 90,
  finalPh: 5.5,
  note: 'read again from the tag',
  end: END,
  size: 'ground',
  water: 'rain',
  lid: 'off',
}

/** Where a kept pot tells a field. */
const told = (kept: Pot, field: keyof PotChange) => {
  if (field === 'size' || field === 'water' || field === 'lid') return kept.plan?.[field] ?? null
  if (field === 'end') return kept.end
  return kept[field as keyof Pot]
}

describe('a pot that is over', () => {
  test('the corrections below are all that the schema takes', () => {
    const keys = Object.keys(potChangeSchema.describe().keys as object)
    // a plan is planned anew, and lit, before it is over
    expect(keys.filter((key) => key !== 'replan' && key !== 'light').sort()).toEqual(
      Object.keys(CHANGES).sort(),
    )
  })

  test.each(Object.keys(CHANGES) as (keyof PotChange)[])(
    'its %s is corrected, and comes back as it was when that is undone',
    async (field) => {
      const before = told(pot, field)
      const change = validate(potChangeSchema, { [field]: CHANGES[field] })
      const { item, changeSetId } = await here.log.pots.change(pot.id, pot.rev, change)
      const expected = CHANGES[field]
      if (field === 'end') expect(told(item, field)).toMatchObject(END)
      else expect(told(item, field)).toEqual(expected)
      expect(told(item, field)).not.toEqual(before)
      await here.log.changes.undo(changeSetId!)
      const undone = await here.log.pots.read(pot.id)
      expect(told(undone, field)).toEqual(before)
      expect(undone.plan).toEqual(pot.plan)
    },
  )

  test('what was seen can be written down later, with as much of its time as is known', async () => {
    const note = validate(newPotEventSchema, {
      id: newId(),
      kind: 'look',
      at: '2026-08-20T12:05:00+02:00',
      toleranceMin: 720,
      note: 'dull',
      data: { of: 'piece', how: 'wet', pieceId: piece.id },
    })
    const { item } = await here.log.course.note(pot.id, note)
    expect(item.events.find(({ id }) => id === note.id)).toEqual(note)
  })

  test('what was done cannot: its end stands', async () => {
    const note = validate(newPotEventSchema, {
      id: newId(),
      kind: 'add',
      at: '2026-08-20T12:05:00+02:00',
      data: { agent: 'vinegar', massG: 5 },
    })
    await expect(here.log.course.note(pot.id, note)).rejects.toMatchObject(
      refusal(409, 'is finished'),
    )
  })
})

test('how a pot went is not told before it is over', async () => {
  const planned = (
    await here.log.pots.create(
      validate(newPotSchema, {
        id: newId(),
        stage: 'planned',
        dyedOn: '2026-09-20',
        lots: pot.lots.map(({ lotId }) => ({ lotId, massG: 5 })),
        pieces: [{ pieceId: piece.id }],
        plan: { steps: [{ ...STEP, kind: 'enter' }] },
      }),
    )
  ).item
  await expect(here.log.pots.change(planned.id, planned.rev, { end: END })).rejects.toMatchObject(
    refusal(409, 'is told when it is over'),
  )
})

const STEP = {
  id: 'enter',
  words: 'in',
  minutes: 1,
  mostMinutes: null,
  tempC: null,
  after: [],
}
