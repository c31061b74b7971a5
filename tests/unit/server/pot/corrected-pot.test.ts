import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { newPotSchema, type Pot } from '../../../../shared/schemas/pot/pot'
import { potChangeSchema, type PotChange } from '../../../../shared/schemas/pot/pot-change'
import { newPotEventSchema } from '../../../../shared/schemas/pot/pot-event'
import { validate } from '../../../../shared/validate'
import { DOCK, openTestLog, refusal, type TestLog } from '../../../fixtures/log'

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
  dyedWithinDays: 3,
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
  dyedOn: '2026-08-18',
}
/** Those that name other things of the log have tests of their own below. */
const CONTENTS = ['lots', 'pieces', 'notesBack']

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
      [...Object.keys(CHANGES), ...CONTENTS].sort(),
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

  test('so can what went in: its pieces have it in their history', async () => {
    const note = iron()
    const { item, changeSetId } = await here.log.course.note(pot.id, note)
    expect(item.events.find(({ id }) => id === note.id)).toEqual(note)
    expect(await agents(piece.id)).toEqual(['alum', 'ironSulfate'])
    await here.log.changes.undo(changeSetId!)
    expect(await agents(piece.id)).toEqual(['alum'])
  })

  test('what went in by the spoon is known as a spoon is', async () => {
    const note = iron()
    await here.log.course.note(pot.id, {
      ...note,
      data: { ...note.data, massBasis: 'about' },
    } as never)
    const { treatments } = await here.log.pieces.read(piece.id)
    expect(treatments.map(({ basis }) => basis)).toEqual(['measured', 'assumed'])
  })

  test('what was noted and never happened is taken back, with what it gave', async () => {
    const note = iron()
    const { item } = await here.log.course.note(pot.id, note)
    const back = await here.log.pots.change(pot.id, item.rev, { notesBack: [note.id] })
    expect(back.item.events.some(({ id }) => id === note.id)).toBe(false)
    expect(await agents(piece.id)).toEqual(['alum'])
    await here.log.changes.undo(back.changeSetId!)
    expect(await agents(piece.id)).toEqual(['alum', 'ironSulfate'])
    const [mark] = item.events.filter(({ kind }) => kind === 'done')
    const again = await here.log.pots.read(pot.id)
    await expect(
      here.log.pots.change(pot.id, again.rev, { notesBack: [mark!.id] }),
    ).rejects.toMatchObject(refusal(422, 'no note'))
  })

  test('an entry of its mordant that was corrected by hand is left as it is', async () => {
    const { item } = await here.log.course.note(pot.id, iron())
    const now = await here.log.pieces.read(piece.id)
    const given = now.treatments.find(({ agent }) => agent === 'ironSulfate')!
    await here.log.pieces.change(piece.id, now.rev, {
      corrected: {
        id: given.id,
        treatment: {
          kind: 'mordant',
          agent: 'ironSulfate',
          percentWof: 3,
          doneOn: '2026-08-20',
        },
      },
    })
    await here.log.pots.change(pot.id, item.rev, { pieces: [{ pieceId: piece.id, dryG: 80 }] })
    const treatments = (await here.log.pieces.read(piece.id)).treatments
    expect(treatments.filter(({ agent }) => agent === 'ironSulfate')).toMatchObject([
      { percentWof: 3 },
    ])
  })
})

describe('what a pot that is over was dyed of', () => {
  const leftG = async (id: string) => (await here.log.lots.read(id)).leftG
  const lotId = () => pot.lots[0]!.lotId

  test('another amount, better or worse known, is taken in its place', async () => {
    const lots = [{ lotId: lotId(), massG: 35, massBasis: 'about' as const }]
    const { item, changeSetId } = await here.log.pots.change(pot.id, pot.rev, { lots })
    expect(item.lots).toMatchObject(lots)
    expect(item.ratioDry! / pot.ratioDry!).toBeCloseTo(35 / 20, 9)
    expect(await leftG(lotId())).toBe(265)
    await here.log.changes.undo(changeSetId!)
    expect((await here.log.pots.read(pot.id)).lots).toEqual(pot.lots)
    expect(await leftG(lotId())).toBe(280)
  })

  test('nobody knows how much: nothing is taken, and the ratio is not known', async () => {
    const lots = [{ lotId: lotId(), massG: 0, massBasis: 'unknown' as const }]
    const { item } = await here.log.pots.change(pot.id, pot.rev, { lots })
    expect(item).toMatchObject({ ratioDry: null, isRatioKnown: false })
    expect(await leftG(lotId())).toBe(300)
  })

  test('another lot: it was never taken from the first', async () => {
    const other = await here.lot({ sourceId: DOCK, netG: 90 })
    const lots = [{ lotId: other.id, massG: 40 }]
    const { item, changeSetId } = await here.log.pots.change(pot.id, pot.rev, { lots })
    expect(item.lots.map((lot) => lot.lotId)).toEqual([other.id])
    expect([await leftG(lotId()), await leftG(other.id)]).toEqual([300, 50])
    await here.log.changes.undo(changeSetId!)
    expect((await here.log.pots.read(pot.id)).lots).toEqual(pot.lots)
    expect([await leftG(lotId()), await leftG(other.id)]).toEqual([280, 90])
  })

  test('what the scale said since still stands', async () => {
    const lot = await here.log.lots.read(lotId())
    const step = {
      id: newId(),
      kind: 'ground' as const,
      doneOn: '2026-08-25',
      afterG: 70,
      note: '',
    }
    await here.log.lots.change(lot.id, lot.rev, { step })
    const lots = [{ lotId: lotId(), massG: 35 }]
    const { changeSetId } = await here.log.pots.change(pot.id, pot.rev, { lots })
    expect(await leftG(lotId())).toBe(70)
    await here.log.changes.undo(changeSetId!)
    expect(await leftG(lotId())).toBe(70)
  })

  test('more than the lot held is refused, and nothing is half written', async () => {
    const lots = [{ lotId: lotId(), massG: 301 }]
    await expect(here.log.pots.change(pot.id, pot.rev, { lots })).rejects.toMatchObject(
      refusal(422, 'holds too little'),
    )
    expect(await here.log.pots.read(pot.id)).toEqual(pot)
  })

  test('a pot of no liquor is of some plant', async () => {
    await expect(here.log.pots.change(pot.id, pot.rev, { lots: [] })).rejects.toMatchObject(
      refusal(422, 'at least one lot'),
    )
  })

  test('a piece that was in it too has a swatch; its weight and time are as corrected', async () => {
    const other = await here.piece({ dryG: 20 })
    const pieces = [
      { pieceId: piece.id, dryG: 61, dryBasis: 'about' as const, minutes: 40 },
      { pieceId: other.id, swatchId: newId() },
    ]
    const { item, changeSetId } = await here.log.pots.change(pot.id, pot.rev, { pieces })
    expect(item.pieces).toHaveLength(2)
    expect(item.pieces[0]).toMatchObject({ dryG: 61, dryBasis: 'about', minutes: 40 })
    expect(item.pieces[1]).toMatchObject({ dryG: 20, swatchId: pieces[1]!.swatchId })
    expect(item.ratioErrorSd).toBeGreaterThan(0)
    await here.log.changes.undo(changeSetId!)
    expect((await here.log.pots.read(pot.id)).pieces).toEqual(pot.pieces)
  })

  test('a piece that was never in it leaves, with its swatch, unless that was read', async () => {
    const other = await here.piece({ dryG: 20 })
    const both = await here.log.pots.change(pot.id, pot.rev, {
      pieces: [{ pieceId: piece.id }, { pieceId: other.id }],
    })
    const first = both.item.pieces[0]!
    const one = await here.log.pots.change(pot.id, both.item.rev, {
      pieces: [{ pieceId: other.id }],
    })
    expect(one.item.pieces.map(({ pieceId }) => pieceId)).toEqual([other.id])
    await expect(here.log.swatches.read(first.swatchId!)).rejects.toMatchObject({ status: 404 })
    await here.log.changes.undo(one.changeSetId!)
    const back = await here.log.pots.read(pot.id)
    expect(back.pieces).toEqual(both.item.pieces)
    const { rev } = await here.log.swatches.read(first.swatchId!)
    await here.log.swatches.change(first.swatchId!, rev, {
      reading: { id: newId(), lab: { l: 60, a: 4, b: 40 }, wet: false, washed: true },
    })
    await expect(
      here.log.pots.change(pot.id, back.rev, { pieces: [{ pieceId: other.id }] }),
    ).rejects.toMatchObject(refusal(422, 'was in it'))
  })

  test('a day ahead is refused', async () => {
    await expect(
      here.log.pots.change(pot.id, pot.rev, { dyedOn: '2031-01-01' }),
    ).rejects.toMatchObject({ status: 422 })
  })
})

const agents = async (pieceId: string) =>
  (await here.log.pieces.read(pieceId)).treatments.map(({ agent }) => agent)

const iron = () =>
  validate(newPotEventSchema, {
    id: newId(),
    kind: 'add',
    at: '2026-08-20T12:05:00+02:00',
    data: { agent: 'ironSulfate', form: 'heptahydrate', massG: 1 },
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
