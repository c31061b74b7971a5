import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { newPotEventSchema } from '../../../../shared/schemas/pot/pot-event'
import { validate } from '../../../../shared/validate'
import { refusal } from '../../../fixtures/log'
import { at, openPotBench, potBody, type PotLog } from '../../../fixtures/pots'

let bench: Awaited<ReturnType<typeof openPotBench>>
let here: PotLog
let lot: Lot
let pieces: Piece[]
beforeEach(async () => {
  bench = await openPotBench()
  ;({ here, lot, pieces } = bench)
})
afterEach(() => here.database.close())

const undoOf: typeof bench.undoOf = (id) => bench.undoOf(id)
const event = (kind: string, time: string, data: object = {}, more: object = {}) =>
  validate(newPotEventSchema, { id: newId(), kind, at: at(time), data, ...more })
const running = () => bench.running()
const leftG = async () => (await here.log.lots.read(lot.id)).leftG

describe('a planned pot', () => {
  test('takes nothing, and its pieces stay in the basket; it can be planned anew', async () => {
    const pot = await here.plan([[lot, 100]], pieces)
    expect(pot).toMatchObject({ stage: 'planned', code: 'POT-26-01', ratioAsWeighed: 1 })
    expect(pot.pieces.map(({ swatchId }) => swatchId)).toEqual([null, null])
    expect(await leftG()).toBe(300)
    expect((await here.log.pieces.read(pieces[0]!.id)).potIds).toEqual([])
    const { id: _, stage: __, ...replan } = potBody([[lot, 60]], pieces.slice(0, 1))
    const { item } = await here.log.pots.change(pot.id, pot.rev, { replan })
    expect(item).toMatchObject({ ratioAsWeighed: 1.2, code: 'POT-26-01' })
    expect(item.pieces).toHaveLength(1)
  })

  test('may be meant for a day to come; a pot of the past may not', async () => {
    const pot = await here.plan([[lot, 100]], pieces, { dyedOn: '2026-12-24' })
    expect(pot.dyedOn).toBe('2026-12-24')
    const past = { ...potBody([[lot, 100]], pieces), stage: 'done' as const, dyedOn: '2026-12-24' }
    await expect(here.log.pots.create(past)).rejects.toMatchObject(refusal(422, 'future'))
  })

  test('is lit once, and not while a guard stands that nobody gave a word for', async () => {
    const bare = await here.piece({ treatments: [{ kind: 'wash', doneOn: '2026-08-01' }] })
    const pot = await here.plan([[lot, 100]], [bare])
    await expect(here.light(pot)).rejects.toMatchObject(refusal(422, 'has no mordant'))
    expect(await leftG()).toBe(300)
    const lit = await here.light(pot, '08:00', [{ code: 'noMordant', why: 'it is the control' }])
    expect(lit).toMatchObject({ stage: 'running', litAt: at('08:00'), dyedOn: '2026-09-09' })
    expect(lit.overrides).toEqual([{ code: 'noMordant', why: 'it is the control' }])
    await expect(here.light(lit)).rejects.toMatchObject(refusal(409, 'was lit on 2026-09-09'))
  })

  test('once lit its pieces are told as in it, and a lot that it used up can still be found', async () => {
    const pot = await here.light(await here.plan([[lot, 300]], pieces))
    const [row] = await here.log.basket.named([pieces[0]!.id])
    expect(row!.inPot).toBe(pot.code)
    const { groups } = await here.log.loft.view('2026-09-09')
    const usedUp = groups.find(({ group }) => group === 'usedUp')!
    expect(usedUp.lots.map(({ id }) => id)).toEqual([lot.id])
  })

  test('lighting is undone wholly: grams and pieces are free again', async () => {
    const pot = await here.plan([[lot, 100]], pieces)
    const { item, changeSetId } = await here.log.pots.change(pot.id, pot.rev, {
      light: { at: at('08:00'), overrides: [] },
    })
    expect(item.stage).toBe('running')
    await undoOf(changeSetId)
    expect(await here.log.pots.read(pot.id)).toMatchObject({ stage: 'planned', litAt: null })
    expect(await leftG()).toBe(300)
    expect((await here.log.basket.view(null)).levels).toContainEqual(
      expect.objectContaining({ level: 'mordanted', count: 2 }),
    )
    expect((await here.light(await here.log.pots.read(pot.id))).stage).toBe('running')
  })

  test('waits on its day to be lit, and no longer once it is', async () => {
    const pot = await here.plan([[lot, 100]], pieces)
    expect((await here.log.today.view('2026-09-08')).potsDue).toEqual([])
    expect((await here.log.today.view('2026-09-09')).potsDue).toEqual([
      { id: pot.id, code: 'POT-26-01', dyedOn: '2026-09-09', pieces: 2, lotCodes: [lot.code] },
    ])
    await here.light(pot)
    expect((await here.log.today.view('2026-09-09')).potsDue).toEqual([])
  })

  test('is not lit at an hour that has not come', async () => {
    const pot = await here.plan([[lot, 100]], pieces)
    await expect(here.light(pot, '18:00')).rejects.toMatchObject(refusal(422, 'in the future'))
    expect((await here.log.pots.read(pot.id)).stage).toBe('planned')
  })

  test('never takes more than there is', async () => {
    const pot = await here.plan([[lot, 301]], pieces)
    await expect(here.light(pot)).rejects.toMatchObject(refusal(422, 'holds too little'))
    expect((await here.log.pots.read(pot.id)).stage).toBe('planned')
  })

  test('jars in one water bath are one change', async () => {
    const groupId = newId()
    const bodies = pieces.map((piece) => potBody([[lot, 30]], [piece], { groupId }))
    const { items, changeSetId } = await here.log.course.many(bodies)
    expect(items.map((pot) => [pot.code, pot.groupId === groupId])).toEqual([
      ['POT-26-01', true],
      ['POT-26-02', true],
    ])
    expect((await here.log.course.many(bodies)).changeSetId).toBeNull()
    await undoOf(changeSetId)
    expect((await here.log.pots.page({ limit: 10, aside: false })).items).toEqual([])
  })
})

describe('a running pot', () => {
  test('a note sent twice is one note; one of another pot is refused', async () => {
    const pot = await running()
    const note = event('reading', '08:30', { tempC: 61 })
    expect((await here.log.course.note(pot.id, note)).changeSetId).not.toBeNull()
    expect((await here.log.course.note(pot.id, note)).changeSetId).toBeNull()
    const { events } = await here.log.pots.read(pot.id)
    expect(events.filter(({ kind }) => kind === 'reading')).toHaveLength(1)
    const free = await here.piece({ mark: '3 knots' })
    const other = await here.light(await here.plan([[lot, 10]], [free]), '08:00', [
      { code: 'notWashed', why: 'new' },
    ])
    await expect(here.log.course.note(other.id, note)).rejects.toMatchObject({ status: 409 })
  })

  test.each([
    ['before it was lit', () => event('reading', '07:00', { tempC: 20 }), 'before the pot was lit'],
    ['in the future', () => event('reading', '18:00', { tempC: 20 }), 'in the future'],
    [
      'of a step nobody planned',
      () => event('step', '08:10', {}, { stepId: 'whip' }),
      'stepId must be one of: prepare',
    ],
    [
      'of a round there is none of',
      () => event('again', '08:10', {}, { stepId: 'dye' }),
      'again must name a step with a round: extract',
    ],
    [
      'of a piece that is elsewhere',
      () => event('enter', '08:10', { pieceIds: [newId()] }),
      'No piece with the id',
    ],
    [
      'pulling what is not in',
      () => event('pull', '08:10', { pieceIds: [pieces[0]!.id] }),
      'WOL-26-01 is not in the pot',
    ],
  ])('refuses a note %s, in words', async (_, make, words) => {
    const pot = await running()
    await expect(here.log.course.note(pot.id, make())).rejects.toMatchObject(refusal(422, words))
  })

  test('a step is noted once, late or left out as it was', async () => {
    const pot = await running()
    await here.log.course.note(
      pot.id,
      event('step', '09:10', { skipped: true }, { stepId: 'prepare' }),
    )
    await expect(
      here.log.course.note(pot.id, event('step', '09:20', {}, { stepId: 'prepare' })),
    ).rejects.toMatchObject(refusal(422, 'noted already'))
    const { events } = await here.log.pots.read(pot.id)
    expect(events.find(({ stepId }) => stepId === 'prepare')).toMatchObject({
      at: at('09:10'),
      data: { skipped: true },
    })
  })

  test('what is stirred in leaves shelf and loft, and comes back with an undo', async () => {
    const soda = await here.soda(100)
    const pot = await running()
    const dose = { agent: 'sodaAsh', form: 'anhydrous', massG: 4, shelfId: soda.id }
    const { changeSetId } = await here.log.course.note(pot.id, event('add', '09:00', dose))
    const sodaG = async () => (await here.log.shelf.read(soda.id)).leftG
    expect(await sodaG()).toBe(96)
    const more = await here.log.course.note(
      pot.id,
      event('add', '09:30', { lotId: lot.id, massG: 50 }),
    )
    expect(more.item).toMatchObject({ ratioAsWeighed: 1.5 })
    expect(await leftG()).toBe(150)
    await expect(
      here.log.course.note(pot.id, event('add', '09:40', { ...dose, massG: 97 })),
    ).rejects.toMatchObject({ status: 422 })
    await undoOf(more.changeSetId)
    await undoOf(changeSetId)
    expect([await sodaG(), await leftG()]).toEqual([100, 200])
    expect(await here.log.pots.read(pot.id)).toMatchObject({ ratioAsWeighed: 1 })
  })

  test('its pieces are in no other pot meanwhile', async () => {
    await running()
    const second = await here.plan([[lot, 10]], [pieces[0]!])
    await expect(here.light(second)).rejects.toMatchObject(refusal(422, 'is in POT-26-01'))
  })

  test('set aside, all that it took is back where it was', async () => {
    const pot = await running()
    const { item } = await here.log.pots.setAside(pot.id, pot.rev)
    expect(await leftG()).toBe(300)
    await here.log.pots.restore(pot.id, item.rev)
    expect(await leftG()).toBe(200)
  })

  test('set aside and brought back, it has what was stirred in again, and its pieces', async () => {
    const soda = await here.soda(100)
    let pot = await running()
    const dose = { agent: 'sodaAsh', form: 'anhydrous', massG: 4, shelfId: soda.id }
    pot = await here.note(pot, 'add', '09:00', { data: dose })
    const sodaG = async () => (await here.log.shelf.read(soda.id)).leftG
    const { rev } = (await here.log.pots.setAside(pot.id, pot.rev)).item
    expect(await sodaG()).toBe(100)
    const other = await here.light(await here.plan([[lot, 10]], [pieces[0]!]))
    await expect(here.log.pots.restore(pot.id, rev)).rejects.toMatchObject(
      refusal(422, `is in ${other.code}`),
    )
    await here.finish(other, '09:30')
    await here.log.pots.restore(pot.id, rev)
    expect(await sodaG()).toBe(96)
  })

  test('an addition that was taken back is not given back twice', async () => {
    const soda = await here.soda(100)
    const pot = await running()
    const dose = { agent: 'sodaAsh', form: 'anhydrous', massG: 4, shelfId: soda.id }
    const both = [
      await here.log.course.note(pot.id, event('add', '09:00', dose)),
      await here.log.course.note(pot.id, event('add', '09:10', { lotId: lot.id, massG: 50 })),
    ]
    for (const { changeSetId } of both.reverse()) await undoOf(changeSetId)
    await here.log.pots.setAside(pot.id, (await here.log.pots.read(pot.id)).rev)
    expect([(await here.log.shelf.read(soda.id)).leftG, await leftG()]).toEqual([100, 300])
  })

  test('stands on the hob with its step, its clock and its next look', async () => {
    const pot = await running()
    for (const [stepId, time] of [
      ['prepare', '08:10'],
      ['heat', '08:40'],
    ] as const) {
      await here.note(pot, 'step', time, { stepId })
    }
    const [item] = await here.log.hob.view(Date.parse(at('09:00')))
    expect(item).toMatchObject({
      kind: 'pot',
      code: 'POT-26-01',
      pieces: 2,
      path: `/hob?pot=${pot.id}`,
      what: 'tansy flower heads, simmer',
      next: 'Strain',
      due: Date.parse(at('09:40')),
      look: Date.parse(at('09:00')),
    })
  })
})
