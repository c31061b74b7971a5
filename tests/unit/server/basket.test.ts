import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readinessOf } from '../../../core/fibre/readiness'
import { treatmentFacts } from '../../../shared/fibre-facts'
import { catalogueId, newId } from '../../../shared/ids'
import type { BathAgent, MordantBath, NewBath } from '../../../shared/schemas/mordant-bath'
import { newPieceSchema, type Piece } from '../../../shared/schemas/piece'
import type { TreatmentKind } from '../../../shared/schemas/treatment'
import { validate } from '../../../shared/validate'
import { openTestLog, refusal, type TestLog } from '../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const WASHED = { kind: 'wash' as const, doneOn: '2026-08-01' }

const hank = (fields: object = {}) =>
  validate(newPieceSchema, {
    ...{ id: newId(), name: 'test hank', fibre: 'wool', form: 'yarn', dryG: 10 },
    treatments: [WASHED],
    ...fields,
  })

/** Hanks that can be told apart. */
async function hanks(n: number, fields: object = {}): Promise<Piece[]> {
  const pieces = Array.from({ length: n }, (_, i) => hank({ mark: `${i + 1} knots`, ...fields }))
  return (await here.log.basketMoves.many({ set: null, pieces, baths: [] })).items
}

const agent = (fields: Partial<BathAgent> = {}): BathAgent => ({
  ...{ stage: 0, agent: 'alum', form: 'dodecahydrate', percentWof: 10, massG: 2 },
  ...{ shelfId: null, lotId: null },
  ...fields,
})

const bathOf = (pieces: Piece[], fields: Partial<NewBath> = {}): NewBath => ({
  ...{ id: newId(), scheme: 'alum', heat: 'cold', placing: 'before', finish: 'dried' },
  ...{ rinse: false, waterL: 2, tempC: 20, vessel: '', vesselL: null, againOf: null },
  ...{ plannedFor: null, note: '', startedAt: '2026-09-08T18:00:00+02:00', overrides: [] },
  agents: [agent({ massG: pieces.reduce((sum, { dryG }) => sum + dryG, 0) / 10 })],
  pieceIds: pieces.map(({ id }) => id),
  ...fields,
})

const alum = async (boughtG = 100) =>
  (
    await here.log.shelf.create({
      ...{ id: newId(), agent: 'alum', form: 'dodecahydrate', name: '', boughtG, note: '' },
      ...{ boughtOn: '2026-01-02', lowG: 20 },
    })
  ).item

const finish = (bath: MordantBath, at = '2026-09-09T08:00:00+02:00') =>
  here.log.bathFinish.finish(bath.id, { at, finish: 'dried' })

const leftOf = async (id: string) => (await here.log.shelf.read(id)).leftG

describe('a mordant bath', () => {
  test('takes what it is made of off the shelf, and gives its pieces a history', async () => {
    const shelf = await alum()
    const pieces = await hanks(4)
    const agents = [agent({ massG: 4, shelfId: shelf.id })]
    const { item: bath } = await here.log.baths.create(bathOf(pieces, { agents }))
    expect(bath).toMatchObject({ code: 'BTH-26-01', fibreG: 40, endedAt: null })
    expect(await leftOf(shelf.id)).toBe(96)
    expect((await here.log.basket.view(null)).levels).toContainEqual(
      expect.objectContaining({ level: 'inBath', count: 4, dryG: 40 }),
    )
    const step = {
      ...{ id: newId(), stepId: '0-wetOut', at: '2026-09-08T18:30:00+02:00' },
      ...{ skipped: false, note: '' },
    }
    await here.log.baths.change(bath.id, bath.rev, { step })
    expect(await here.log.hob.view()).toMatchObject([
      { code: 'BTH-26-01', pieces: 4, now: { step: { id: '0-dissolve' } }, next: 'enter' },
    ])
    const done = await finish(bath)
    expect(done.item.endedAt).toBe('2026-09-09T08:00:00+02:00')
    const piece = await here.log.pieces.read(pieces[0]!.id)
    expect(piece.bathId).toBeNull()
    expect(piece.treatments.at(-1)).toMatchObject({
      ...{ kind: 'mordant', agent: 'alum', percentWof: 10, massG: 1, doneOn: '2026-09-09' },
      ...{ bathId: bath.id, finish: 'dried', basis: 'measured' },
    })
    expect(await here.log.hob.view()).toEqual([])
    expect(await finish(bath)).toMatchObject({ changeSetId: null })
  })

  test('is taken back wholly: finishing, and then the bath itself', async () => {
    const shelf = await alum()
    const pieces = await hanks(2)
    const agents = [agent({ shelfId: shelf.id })]
    const made = await here.log.baths.create(bathOf(pieces, { agents }))
    const done = await finish(made.item)
    await here.log.changes.undo(done.changeSetId!)
    expect(await here.log.pieces.read(pieces[0]!.id)).toMatchObject({
      bathId: made.item.id,
      treatments: [{ kind: 'wash' }],
    })
    const running = await here.log.baths.read(made.item.id)
    await here.log.baths.setAside(running.id, running.rev)
    expect(await leftOf(shelf.id)).toBe(100)
    expect((await here.log.pieces.read(pieces[0]!.id)).bathId).toBeNull()
    const aside = await here.log.baths.read(running.id)
    await here.log.baths.restore(aside.id, aside.rev)
    expect(await leftOf(shelf.id)).toBe(98)
  })

  test('once done it cannot be set aside under its pieces', async () => {
    const { item } = await here.log.baths.create(
      bathOf(await hanks(1), { agents: [agent({ massG: 1 })] }),
    )
    const { item: done } = await finish(item)
    await expect(here.log.baths.setAside(done.id, done.rev)).rejects.toMatchObject(
      refusal(409, 'carry what it gave them'),
    )
  })

  test('a grave guard wants a word of why, which is kept; a stop wants it cleared up', async () => {
    const greasy = await hanks(1, { treatments: [] })
    const bath = bathOf(greasy, { agents: [agent({ massG: 1 })] })
    await expect(here.log.baths.create(bath)).rejects.toMatchObject(
      refusal(422, 'not noted as washed'),
    )
    expect((await here.log.baths.page({ aside: false, limit: 9 })).items).toEqual([])
    const overrides = [{ code: 'notWashed' as const, why: 'scoured by the mill' }]
    expect((await here.log.baths.create({ ...bath, overrides })).item.overrides).toEqual(overrides)

    const bleached = await hanks(1, {
      ...{ fibre: 'quill', form: 'pieces' },
      treatments: [WASHED, { kind: 'bleach', doneOn: '2026-08-02' }],
    })
    const sour = bathOf(bleached, {
      ...{ scheme: 'vinegarBoil', heat: 'cold', waterL: 5 },
      agents: [agent({ agent: 'vinegar', form: '', percentWof: 100, massG: 10 })],
      overrides: ['bleachMeets', 'phOutside'].map((code) => ({
        code: code as 'phOutside',
        why: 'x',
      })),
    })
    await expect(here.log.baths.create(sour)).rejects.toMatchObject(refusal(422, 'chlorine'))
    const [{ id }] = bleached as [Piece]
    await here.log.basketMoves.treat({
      pieceIds: [id],
      treatment: { kind: 'rinse', doneOn: '2026-09-08' },
    })
    expect((await here.log.baths.create(sour)).item.pieces).toHaveLength(1)
  })

  test('iron counts over the whole life of a piece', async () => {
    const iron = (percentWof: number) => ({
      ...{ kind: 'mordant' as const, agent: 'ironSulfate' as const, doneOn: '2026-08-05' },
      percentWof,
    })
    const pieces = await hanks(1, { treatments: [WASHED, iron(3), iron(2)] })
    const massG = 0.2
    const bath = bathOf(pieces, {
      scheme: 'iron',
      agents: [agent({ agent: 'ironSulfate', form: 'heptahydrate', percentWof: 2, massG })],
    })
    await expect(here.log.baths.create(bath)).rejects.toMatchObject(
      refusal(422, '7 % iron over its life, where 6 % is the most'),
    )
  })

  // common practice, no source: 10 % alum on 100 g is 10 g; eight 100 g skeins need 80 g
  test('what is weighed must be what its percentage says, by molar mass in another form', async () => {
    const skeins = await hanks(8, { dryG: 100, name: 'skein' })
    const weighed = (massG: number, form = 'dodecahydrate') =>
      here.log.baths.create(bathOf(skeins, { waterL: 20, agents: [agent({ massG, form })] }))
    await expect(weighed(40)).rejects.toMatchObject(
      refusal(422, '10 % of 800 g is 80 g alum; got 40 g'),
    )
    await expect(weighed(80, 'flakes')).rejects.toMatchObject(refusal(422, 'must be one of'))
    // anhydrous by molar mass 258.2 / 474.39
    expect((await weighed(43.54, 'anhydrous')).item.agents[0]).toMatchObject({ massG: 43.54 })
  })

  test('more than the shelf holds, and a jar of something else, are refused', async () => {
    const shelf = await alum(1.5)
    const pieces = await hanks(2)
    const from = (fields: Partial<BathAgent>) =>
      here.log.baths.create(bathOf(pieces, { agents: [agent({ shelfId: shelf.id, ...fields })] }))
    await expect(from({})).rejects.toMatchObject(refusal(422, 'The shelf is 0.5 g short of alum'))
    const iron = { agent: 'ironSulfate', form: 'heptahydrate', percentWof: 2, massG: 0.4 } as const
    await expect(
      here.log.baths.create(
        bathOf(pieces, { scheme: 'iron', agents: [agent({ ...iron, shelfId: shelf.id })] }),
      ),
    ).rejects.toMatchObject(refusal(422, 'That jar holds alum, not iron.'))
    expect(await leftOf(shelf.id)).toBe(1.5)
  })

  test('a piece lies in one bath at a time, and a split one in none', async () => {
    const pieces = await hanks(2)
    await here.log.baths.create(bathOf(pieces, { startedAt: null, plannedFor: '2026-09-12' }))
    await expect(here.log.baths.create(bathOf(pieces))).rejects.toMatchObject(
      refusal(422, 'is in another bath, or planned into one'),
    )
    await expect(here.log.pieces.setAside(pieces[0]!.id, 1)).rejects.toMatchObject(
      refusal(409, 'in a mordant bath'),
    )
  })

  test('a planned one takes nothing until it is begun, and then minds its guards', async () => {
    const shelf = await alum()
    const pieces = await hanks(2, { treatments: [] })
    const agents = [agent({ shelfId: shelf.id })]
    const { item } = await here.log.baths.create(bathOf(pieces, { agents, startedAt: null }))
    expect(await leftOf(shelf.id)).toBe(100)
    const start = { at: '2026-09-09T09:00:00+02:00', overrides: [] as never[] }
    await expect(here.log.baths.change(item.id, 1, { start })).rejects.toMatchObject(
      refusal(422, 'not noted as washed'),
    )
    const why = [{ code: 'notWashed' as const, why: 'clean' }]
    const begun = await here.log.baths.change(item.id, 1, { start: { ...start, overrides: why } })
    expect(await leftOf(shelf.id)).toBe(98)
    await here.log.changes.undo(begun.changeSetId!)
    expect(await leftOf(shelf.id)).toBe(100)
    expect(await here.log.baths.read(item.id)).toMatchObject({ startedAt: null, overrides: [] })
  })

  test('used again it is an assumption, and says so in the history', async () => {
    const first = await here.log.baths.create(bathOf(await hanks(2)))
    const next = await hanks(2)
    const again = bathOf(next, { againOf: first.item.id, agents: [agent({ massG: 1.5 })] })
    await expect(here.log.baths.create(again)).rejects.toMatchObject(
      refusal(422, 'still holds its pieces'),
    )
    await finish(first.item)
    const { item } = await here.log.baths.create(again)
    await finish(item)
    const { treatments } = await here.log.pieces.read(next[0]!.id)
    expect(treatments.at(-1)).toMatchObject({ basis: 'assumed', percentWof: 10 })
  })

  test('gathered tannin is drawn from its lot, and put back', async () => {
    const lot = await here.lot({
      ...{ sourceId: catalogueId('quercus-robur/gall'), state: 'dried', netG: 50 },
    })
    const pieces = await hanks(2, { fibre: 'cotton', form: 'cloth' })
    const made = await here.log.baths.create(
      bathOf(pieces, {
        ...{ scheme: 'tannin', heat: 'warm', tempC: 45 },
        agents: [agent({ agent: 'oakGall', form: '', percentWof: 50, massG: 10, lotId: lot.id })],
      }),
    )
    expect((await here.log.lots.read(lot.id)).leftG).toBe(40)
    await expect(here.log.lots.setAside(lot.id, 1)).rejects.toMatchObject(
      refusal(409, '1 mordant bath used it'),
    )
    await here.log.changes.undo(made.changeSetId!)
    expect((await here.log.lots.read(lot.id)).leftG).toBe(50)
  })

  test('vinegar and salt are recorded, and are no mordant', async () => {
    const pieces = await hanks(1)
    const { item } = await here.log.baths.create(
      bathOf(pieces, {
        ...{ scheme: 'saltBoil' },
        agents: [agent({ agent: 'salt', form: '', percentWof: 100, massG: 10 })],
      }),
    )
    await finish(item)
    const { rows } = await here.log.basket.rows({ offset: 0, limit: 9 })
    expect(rows[0]).toMatchObject({
      level: 'bare',
      treatments: [{}, { kind: 'soak', agent: 'salt' }],
    })
  })

  test('steps are noted once, in their bath, not before it', async () => {
    const { item } = await here.log.baths.create(bathOf(await hanks(2)))
    const step = (stepId: string, at = '2026-09-08T18:30:00+02:00') => ({
      step: { id: newId(), stepId, at, skipped: false, note: '' },
    })
    const change = (rev: number, body: ReturnType<typeof step>) =>
      here.log.baths.change(item.id, rev, body)
    await expect(change(1, step('0-fry'))).rejects.toMatchObject(refusal(422, 'must be one of'))
    await expect(change(1, step('0-wetOut', '2026-09-08T17:59:00+02:00'))).rejects.toMatchObject(
      refusal(422, 'must not be before the bath was begun'),
    )
    const noted = await change(1, step('0-wetOut'))
    await expect(change(2, step('0-wetOut'))).rejects.toMatchObject(refusal(422, 'noted already'))
    await here.log.changes.undo(noted.changeSetId!)
    expect((await here.log.baths.read(item.id)).events).toEqual([])
  })
})

describe('several at once', () => {
  test('a trial set with its control and its baths is one change, undone as one', async () => {
    const set = { id: newId(), name: 'Tansy trial', kind: 'trial' as const, note: '' }
    const pieces = ['1 knot', '2 knots', '3 knots'].map((mark) => hank({ mark, setId: set.id }))
    const bath = bathOf([], {
      ...{ startedAt: null, agents: [agent({ massG: 1 })], pieceIds: [pieces[0]!.id] },
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

describe('the shelf', () => {
  test('says what planned baths still want, in one form', async () => {
    const shelf = await alum(50)
    const skeins = await hanks(8, { dryG: 100, name: 'skein' })
    await here.log.baths.create(
      bathOf(skeins, { startedAt: null, agents: [agent({ massG: 80, shelfId: shelf.id })] }),
    )
    expect(await here.log.stores.view()).toMatchObject({
      items: [{ agent: 'alum', leftG: 50, boughtG: 50 }],
      plans: [{ agent: 'alum', neededG: 80, onShelfG: 50, toBuyG: 30, baths: ['BTH-26-01'] }],
    })
    await expect(here.log.shelf.setAside(shelf.id, 1)).rejects.toMatchObject(
      refusal(409, 'is planned or running with it'),
    )
  })

  test('is added to, counted and taken back', async () => {
    const shelf = await alum(50)
    await here.log.shelf.change(shelf.id, 1, { added: { massG: 25, on: '2026-09-01' } })
    const counted = await here.log.shelf.change(shelf.id, 2, {
      counted: { massG: 70, on: '2026-09-02' },
    })
    expect(counted.item).toMatchObject({ leftG: 70, boughtG: 50 })
    await here.log.changes.undo(counted.changeSetId!)
    expect(await leftOf(shelf.id)).toBe(75)
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

  test('a mordant given after a pot has no part in its swatch', async () => {
    const piece = await here.piece({ treatments: [WASHED], dryG: 50 })
    const pot = await here.pot(await here.lot(), [piece])
    const swatch = await here.log.swatches.read(pot.pieces[0]!.swatchId)
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
