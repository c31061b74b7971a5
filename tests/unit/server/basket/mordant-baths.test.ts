import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { catalogueId, newId } from '../../../../shared/ids'
import type { BathAgent } from '../../../../shared/schemas/basket/mordant-bath'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { agent, bathOf, openBasketLog, WASHED, type BasketLog } from '../../../fixtures/basket'
import { refusal } from '../../../fixtures/log'

let here: BasketLog
beforeEach(async () => void (here = await openBasketLog()))
afterEach(() => here.database.close())
const hanks = (n: number, fields: object = {}) => here.hanks(n, fields)
const alum = (boughtG?: number) => here.alum(boughtG)
const finish: BasketLog['finish'] = (bath, at) => here.finish(bath, at)
const leftOf = (id: string) => here.leftOf(id)

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
      id: newId(),
      stepId: '0-wetOut',
      at: '2026-09-08T18:30:00+02:00',
      skipped: false,
      note: '',
    }
    await here.log.baths.change(bath.id, bath.rev, { step })
    expect(await here.log.hob.view(Date.parse('2026-09-09T08:00:00Z'))).toMatchObject([
      { code: 'BTH-26-01', kind: 'bath', pieces: 4, step: 'Dissolve', next: 'Enter the pieces' },
    ])
    const done = await finish(bath)
    expect(done.item.endedAt).toBe('2026-09-09T08:00:00+02:00')
    const piece = await here.log.pieces.read(pieces[0]!.id)
    expect(piece.bathId).toBeNull()
    expect(piece.treatments.at(-1)).toMatchObject({
      kind: 'mordant',
      agent: 'alum',
      percentWof: 10,
      massG: 1,
      doneOn: '2026-09-09',
      bathId: bath.id,
      finish: 'dried',
      basis: 'measured',
    })
    expect(await here.log.hob.view(Date.parse('2026-09-09T08:00:00Z'))).toEqual([])
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

  test('finishing is not taken back under pieces that have gone on', async () => {
    const pieces = await hanks(1)
    const one = [agent({ massG: 1 })]
    const { item } = await here.log.baths.create(bathOf(pieces, { agents: one }))
    const done = await finish(item)
    const next = await here.log.baths.create(bathOf(pieces, { agents: one, startedAt: null }))
    await expect(here.log.changes.undo(done.changeSetId!)).rejects.toMatchObject(
      refusal(409, 'is in another bath by now'),
    )
    await here.log.changes.undo(next.changeSetId!)
    const pot = await here.pot(await here.lot(), pieces, { dyedOn: '2026-09-09' })
    await expect(here.log.changes.undo(done.changeSetId!)).rejects.toMatchObject(
      refusal(409, `dyed since (${pot.code})`),
    )
    await here.log.pots.setAside(pot.id, pot.rev)
    await here.log.changes.undo(done.changeSetId!)
    expect((await here.log.pieces.read(pieces[0]!.id)).bathId).toBe(item.id)
  })

  test('a weight it was reckoned on stays while it is in the bath', async () => {
    const [piece] = (await hanks(1)) as [Piece]
    await here.log.baths.create(bathOf([piece], { agents: [agent({ massG: 1 })] }))
    await expect(here.log.pieces.change(piece.id, 1, { dryG: 12 })).rejects.toMatchObject(
      refusal(409, 'reckoned on its weight'),
    )
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
      fibre: 'quill',
      form: 'pieces',
      treatments: [WASHED, { kind: 'bleach', doneOn: '2026-08-02' }],
    })
    const sour = bathOf(bleached, {
      scheme: 'vinegarBoil',
      heat: 'cold',
      waterL: 5,
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

  test('a weight that its band does not bear out wants a word of why', async () => {
    const pieces = await hanks(1, { dryG: 120, soldAsG: 50 })
    const bath = bathOf(pieces, { waterL: 3, agents: [agent({ massG: 12 })] })
    await expect(here.log.baths.create(bath)).rejects.toMatchObject(
      refusal(422, '2.4 times what its band says (50 g)'),
    )
    const vouched = await hanks(1, {
      dryG: 120,
      soldAsG: 50,
      overrides: [{ code: 'wetAsDry', why: 'two skeins wound up' }],
    })
    const { item } = await here.log.baths.create(
      bathOf(vouched, { waterL: 3, agents: [agent({ massG: 12 })] }),
    )
    expect(item.overrides).toEqual([])
  })

  test('iron counts over the whole life of a piece', async () => {
    const iron = (percentWof: number) => ({
      kind: 'mordant' as const,
      agent: 'ironSulfate' as const,
      doneOn: '2026-08-05',
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
      sourceId: catalogueId('quercus-robur/gall'),
      state: 'dried',
      netG: 50,
    })
    const pieces = await hanks(2, { fibre: 'cotton', form: 'cloth' })
    const made = await here.log.baths.create(
      bathOf(pieces, {
        scheme: 'tannin',
        heat: 'warm',
        tempC: 45,
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
        scheme: 'saltBoil',
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
