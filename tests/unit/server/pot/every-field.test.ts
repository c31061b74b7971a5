import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { wayFacts } from '../../../../catalogue/ways'
import type { GuardCode } from '../../../../core/safety/guards'
import { newId } from '../../../../shared/ids'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { newPotSchema, type NewPot, type Pot } from '../../../../shared/schemas/pot/pot'
import type { Refusal } from '../../../../server/services/log/failures'
import { validate } from '../../../../shared/validate'
import { intoAnotherLog } from '../../../fixtures/archived'
import { fieldsOf, fullPast, valuesAt } from '../../../fixtures/full-pot'
import { openTestLog, type TestLog } from '../../../fixtures/log'

let here: TestLog
let lot: Lot
let pieces: Piece[]
beforeEach(async () => {
  here = await openTestLog()
  lot = await here.lot({ state: 'dried', netG: 300 })
  pieces = [await here.piece({ mark: 'red thread' }), await here.piece({ dryG: 20 })]
})
afterEach(() => here.database.close())

const past = (fields: Partial<NewPot> = {}) => fullPast(lot, pieces, fields)

const enamel = () =>
  here.log.vessels.create({
    id: newId(),
    name: 'enamel',
    material: 'enamel',
    fullL: 8,
    emptyG: null,
    isDyeOnly: true,
    note: '',
  })

/** Told by their own names in the kept pot. */
function expectKept(pot: Pot, told: NewPot) {
  const { id, plan, lots, pieces: toldPieces, end, notes, isRatioKnown, ...plain } = told
  expect(pot).toMatchObject({ id, ...plain })
  expect(pot.plan).toEqual(plan)
  expect(pot.isRatioKnown).toBe(isRatioKnown)
  expect(pot.lots.map(({ lotId, massG, massBasis }) => ({ lotId, massG, massBasis }))).toEqual(lots)
  for (const piece of toldPieces) {
    const kept = pot.pieces.find(({ pieceId }) => pieceId === piece.pieceId)!
    expect(kept).toMatchObject({ minutes: piece.minutes ?? null, outcome: piece.outcome ?? null })
    if (piece.swatchId) expect(kept.swatchId).toBe(piece.swatchId)
  }
  expect(pot.end).toMatchObject(end!)
  for (const note of notes ?? []) {
    expect(pot.events.find((event) => event.id === note.id)).toEqual(note)
  }
}

/** The same, meant for a day to come: how it ends is not known, nor what its pieces become. */
const planned = async (): Promise<NewPot> => {
  const vessel = await enamel()
  const ownWay = await here.log.ways.create({
    id: newId(),
    name: 'my simmer',
    basedOn: 'simmer',
    steps: [...wayFacts('simmer').steps],
    note: '',
  })
  const own = { vesselId: vessel.item.id, ownWayId: ownWay.item.id }
  const { end: _, notes: __, ...told } = past(own)
  return {
    ...told,
    stage: 'planned',
    pieces: told.pieces.map(({ pieceId }) => ({ pieceId })),
    overrides: [{ code: 'phOutside', why: 'the point of it' }],
  }
}

const saidOf = (told: unknown, path: string) =>
  valuesAt(told, path).filter((value) => value !== undefined && value !== null)

describe('a pot that is planned', () => {
  /** A field of a piece's or a pot's end is of a pot that is over. */
  const OF_ITS_END = /^\/(end|notes|pieces\/(swatchId|minutes|outcome))/
  const fields = fieldsOf(newPotSchema.describe()).filter(
    (path) => !OF_ITS_END.test(path) && !/^\/(plan\/steps|stage)/.test(path),
  )
  /** All that the schema names, in the body and in the pot that is kept of it. */
  const expectAll = (pot: Pot, told: NewPot): void => {
    for (const path of fields) {
      expect([path, saidOf(pot, path)]).toEqual([path, saidOf(told, path)])
    }
  }

  test('keeps each field, changed and as it was', async () => {
    const told = await planned()
    expectAll((await here.log.pots.create(told)).item, told)
    const pot = await here.log.pots.read(told.id)
    expectAll(pot, told)
    const {
      id: _,
      stage: __,
      overrides: ___,
      ...replan
    } = {
      ...told,
      title: 'Another',
      plan: { ...told.plan!, burner: 'right ring', pourL: 5 },
      waterL: 5,
      minutes: 44,
      lots: [{ lotId: lot.id, massG: 12, massBasis: 'weighed' as const }],
    }
    const { item, changeSetId } = await here.log.pots.change(pot.id, pot.rev, { replan })
    expectAll(item, { ...told, ...replan })
    await here.log.changes.undo(changeSetId!)
    expectAll(await here.log.pots.read(told.id), told)
  })

  test('tells each in another log, planned and lit', async () => {
    const told = await planned()
    const pot = (await here.log.pots.create(told)).item
    const first = await intoAnotherLog(here)
    expect(await first.log.pots.read(told.id)).toEqual(pot)
    await first.database.close()

    const at = '2026-09-09T08:00:00+02:00'
    const stands = await here.log.pots.read(pot.id)
    const overrides = [...told.overrides!, ...(await standingAgainst(stands))]
    const lit = (await here.log.pots.change(pot.id, stands.rev, { light: { at, overrides } })).item
    // what is lit begins that day, with what was gone against then
    expectAll(lit, { ...told, dyedOn: '2026-09-09', overrides })
    const second = await intoAnotherLog(here)
    expect(await second.log.pots.read(told.id)).toEqual(lit)
    await second.database.close()
  })
})

/** What the service asks about before it lights a pot, each gone against with a reason. */
async function standingAgainst(pot: Pot) {
  const light = { at: '2026-09-09T08:00:00+02:00', overrides: [] }
  const refused: unknown = await here.log.pots
    .change(pot.id, pot.rev, { light })
    .catch((error: unknown) => error)
  return (refused as Refusal).extra.errors!.map(({ pointer }) => ({
    code: pointer.split('/').at(-1)! as GuardCode,
    why: 'known, and meant',
  }))
}

describe('a pot of the past', () => {
  test('the sample below tells every field that the schema has', () => {
    const vessel = { vesselId: newId(), ownWayId: newId(), fromPotId: newId() }
    const told = { ...past(), ...vessel, stage: 'done' }
    const untold = fieldsOf(newPotSchema.describe())
      // what hangs on the kind of a note, and the steps of a way, have tests of their own
      .filter((path) => !/^\/(plan\/steps|notes\/(data|stepId))/.test(path))
      .filter((path) =>
        valuesAt(told, path).every((value) => [undefined, null, ''].includes(value as null)),
      )
    expect(untold).toEqual([])
  })

  test('keeps each of them, and tells it again', async () => {
    const told = past()
    expectKept((await here.log.pots.create(told)).item, told)
    expectKept(await here.log.pots.read(told.id), told)
  })

  test('tells each of them in another log, out and in as an archive', async () => {
    const told = past()
    const pot = (await here.log.pots.create(told)).item
    const there = await intoAnotherLog(here)
    expectKept(await there.log.pots.read(told.id), told)
    expect(await there.log.pots.read(told.id)).toEqual(pot)
    await there.database.close()
  })

  test('keeps its vessel, its own way and the liquor it was dyed in', async () => {
    const vessel = await enamel()
    const first = await here.log.pots.create(past())
    const next = past({ vesselId: vessel.item.id, fromPotId: first.item.id, lots: [] })
    const kept = (await here.log.pots.create(next)).item
    expect(kept).toMatchObject({ vesselId: vessel.item.id, fromPotId: first.item.id })
    expect(kept.bathNumber).toBe(2)
    expect(kept.lots).toEqual([])
  })

  test('comes back as it was when it was set aside, with the mordant stirred into it', async () => {
    const told = past({
      notes: [
        {
          ...past().notes![1]!,
          id: newId(),
          kind: 'add',
          note: '',
          data: {
            agent: 'ironSulfate',
            form: 'heptahydrate',
            massG: 1.4,
            shelfId: null,
            lotId: null,
            waterL: 0,
            waterC: null,
          },
        },
      ],
    })
    const pot = (await here.log.pots.create(told)).item
    const agents = async () =>
      (await here.log.pieces.read(pieces[0]!.id)).treatments.map(({ agent }) => agent)
    expect(await agents()).toEqual(['alum', 'ironSulfate'])
    const aside = (await here.log.pots.setAside(pot.id, pot.rev)).item
    expect(await agents()).toEqual(['alum'])
    expectKept((await here.log.pots.restore(pot.id, aside.rev)).item, told)
    expect(await agents()).toEqual(['alum', 'ironSulfate'])

    // an entry that was taken back does not come back with its pot
    const piece = await here.log.pieces.read(pieces[0]!.id)
    const iron = piece.treatments.find(({ agent }) => agent === 'ironSulfate')!
    await here.log.pieces.change(piece.id, piece.rev, { takenBack: iron.id })
    here.at('2026-09-10T10:00:00.000Z')
    const again = await here.log.pots.read(pot.id)
    const gone = (await here.log.pots.setAside(pot.id, again.rev)).item
    await here.log.pots.restore(pot.id, gone.rev)
    expect(await agents()).toEqual(['alum'])
  })

  test('says what is not known as not known', async () => {
    const pot = (
      await here.log.pots.create(
        validate(newPotSchema, {
          id: newId(),
          dyedOn: '2026-08-20',
          lots: [{ lotId: lot.id, massG: 0, massBasis: 'unknown' }],
          pieces: pieces.map(({ id }) => ({ pieceId: id })),
        }),
      )
    ).item
    expect(pot).toMatchObject({
      isRatioKnown: false,
      ratioDry: null,
      ratioErrorSd: null,
      tempC: null,
      minutes: null,
      finalPh: null,
      waterL: null,
      end: { liquor: null, spent: null, rinse: null, boiled: null },
    })
    expect((await here.log.lots.read(lot.id)).leftG).toBe(300)
  })

  test.each([
    [{ massG: 5, massBasis: 'unknown' }, '/lots/0/massG'],
    [{ massG: 0, massBasis: 'about' }, '/lots/0/massG'],
    [{ massG: 0 }, '/lots/0/massG'],
  ])('%j is no amount', (amount, pointer) => {
    const body = { ...past(), lots: [{ lotId: lot.id, ...amount }] }
    expect(() => validate(newPotSchema, body)).toThrow(
      expect.objectContaining({
        errors: [expect.objectContaining({ pointer })],
      }) as unknown as Error,
    )
  })

  test('a look at a piece that was not in it is refused, and nothing is kept', async () => {
    const told = past()
    const [look] = told.notes!
    const stranger = { ...look!, data: { ...look!.data, pieceId: newId() } } as typeof look
    await expect(here.log.pots.create({ ...told, notes: [stranger!] })).rejects.toMatchObject({
      message: expect.stringContaining('is in this pot') as unknown,
    })
    await expect(here.log.pots.read(told.id)).rejects.toMatchObject({ status: 404 })
  })

  test('boiled is told by the heat that was read, where nobody said it', async () => {
    const end = { ...past().end!, boiled: null }
    const hot = (await here.log.pots.create(past({ tempC: 99.5, end }))).item
    expect(hot.end!.boiled).toBe(true)
  })
})
