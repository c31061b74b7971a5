import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import { DOCK, openTestLog, refusal, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const leftOf = async (id: string) => (await here.log.lots.read(id)).leftG

describe('weighing in', () => {
  test('gross less tare is net; the tag says source, year and serial', async () => {
    const lot = await here.lot({ grossG: 52.5, tareG: 11 })
    expect(lot).toMatchObject({ code: 'TAN-26-01', netG: 41.5, leftG: 41.5, grossG: 52.5 })
    expect(await here.lot({ gatheredOn: '2025-08-01' })).toMatchObject({ code: 'TAN-25-01' })
    expect(await here.lot({ sourceId: DOCK })).toMatchObject({ code: 'DOC-26-01' })
    expect(await here.lot()).toMatchObject({ code: 'TAN-26-02' })
  })

  test('dry matter is typical at first, then the lot’s own, then stands in for its kin', async () => {
    const first = await here.lot()
    expect(first).toMatchObject({ dryFraction: 0.18, dryFractionBasis: 'typical' })
    const own = await here.lot({ dryFraction: 0.21 })
    expect(own).toMatchObject({ dryFraction: 0.21, dryFractionBasis: 'measured' })
    expect(await here.log.lots.read(first.id)).toMatchObject({
      dryFraction: 0.21,
      dryFractionBasis: 'estimated',
    })
    const dried = await here.lot({ state: 'dried' })
    expect(dried).toMatchObject({ dryFraction: 1, dryFractionBasis: 'measured' })
  })

  test.each([
    [{ sourceId: newId() }, '/sourceId', 'no source'],
    [{ patchId: newId() }, '/patchId', 'no patch'],
    [{ gatheredOn: '2027-01-01' }, '/gatheredOn', 'must not lie in the future'],
    [{ grossG: 10, tareG: 10 }, '/tareG', 'tareG must be less than grossG'],
  ])('refuses %j', async (fields, pointer, message) => {
    await expect(here.lot(fields)).rejects.toMatchObject({
      ...refusal(422, message),
      extra: { errors: [expect.objectContaining({ pointer })] },
    })
  })

  test('a corrected net mass is an entry of its own', async () => {
    const lot = await here.lot({ netG: 300 })
    const { item, changeSetId } = await here.log.lots.change(lot.id, 1, { netG: 280 })
    expect(item).toMatchObject({ netG: 280, leftG: 280 })
    const kinds = await here.database.read('lot_movement').orderBy('id').pluck('kind')
    expect(kinds).toEqual(['gathered', 'corrected'])
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.lots.read(lot.id)).toMatchObject({ netG: 300, leftG: 300 })
  })

  test('a correction below what was used is refused', async () => {
    const lot = await here.lot({ netG: 300 })
    await here.pot(lot, [await here.piece()], { massG: 200 })
    await expect(here.log.lots.change(lot.id, 1, { netG: 150 })).rejects.toMatchObject(
      refusal(422, 'holds too little'),
    )
    expect(await leftOf(lot.id)).toBe(100)
  })

  test('a change keeps the dry matter that was weighed, and can take it back', async () => {
    const lot = await here.lot({ dryFraction: 0.21 })
    const noted = await here.log.lots.change(lot.id, 1, { note: 'sunny bank' })
    expect(noted.item).toMatchObject({ dryFraction: 0.21, note: 'sunny bank' })
    const without = await here.log.lots.change(lot.id, 2, { dryFraction: null })
    expect(without.item).toMatchObject({ dryFractionBasis: 'typical' })
    await here.log.changes.undo(without.changeSetId!)
    expect(await here.log.lots.read(lot.id)).toMatchObject({ dryFraction: 0.21 })
  })
})

describe('a pot', () => {
  test('takes from its lot and gives each piece a swatch', async () => {
    const lot = await here.lot({ netG: 640, dryFraction: 0.2 })
    const pieces = [await here.piece({ dryG: 100 }), await here.piece({ dryG: 50 })]
    const pot = await here.pot(lot, pieces, { massG: 330 })
    expect(pot).toMatchObject({ code: 'POT-26-01', ratioAsWeighed: 2.2 })
    expect(pot.ratioDry).toBeCloseTo(0.44, 12)
    expect(pot.lots).toMatchObject([{ lotCode: 'TAN-26-01', massG: 330, state: 'fresh' }])
    expect(pot.pieces.map(({ swatchCode }) => swatchCode)).toEqual(['SWA-26-01', 'SWA-26-02'])
    expect(await leftOf(lot.id)).toBe(310)
  })

  test('keeps the dry matter of the day: what is weighed later does not rewrite it', async () => {
    const lot = await here.lot()
    const pot = await here.pot(lot, [await here.piece()])
    await here.log.lots.change(lot.id, 1, { dryFraction: 0.4 })
    expect((await here.log.pots.read(pot.id)).lots[0]).toMatchObject({ dryFraction: 0.18 })
  })

  test('cannot take more than there is, to the milligram', async () => {
    const lot = await here.lot({ netG: 100 })
    const [a, b] = [await here.piece(), await here.piece()]
    await here.pot(lot, [a], { massG: 99.999 })
    await expect(here.pot(lot, [b], { massG: 0.002 })).rejects.toMatchObject({
      ...refusal(422, 'TAN-26-01 holds too little'),
      extra: { errors: [expect.objectContaining({ pointer: '/lots/0/massG' })] },
    })
    await here.pot(lot, [b], { massG: 0.001 })
    expect(await leftOf(lot.id)).toBe(0)
  })

  test('sums of tenths leave no dust behind', async () => {
    const lot = await here.lot({ netG: 0.3 })
    for (let i = 0; i < 3; i++) await here.pot(lot, [await here.piece()], { massG: 0.1 })
    expect(await leftOf(lot.id)).toBe(0)
  })

  test('cannot take what was not gathered yet', async () => {
    const lot = await here.lot({ gatheredOn: '2026-08-12' })
    await expect(
      here.pot(lot, [await here.piece()], { dyedOn: '2026-08-11' }),
    ).rejects.toMatchObject(refusal(422, 'on 2026-08-11'))
  })

  test('dated back cannot take what was used since', async () => {
    const lot = await here.lot({ netG: 100, gatheredOn: '2026-08-01' })
    await here.pot(lot, [await here.piece()], { massG: 80, dyedOn: '2026-08-20' })
    await expect(
      here.pot(lot, [await here.piece()], { massG: 30, dyedOn: '2026-08-05' }),
    ).rejects.toMatchObject(refusal(422, 'on 2026-08-20 it would be 10 g short'))
  })

  test('two at once cannot both have the last of a lot', async () => {
    const lot = await here.lot({ netG: 100 })
    const pieces = [await here.piece(), await here.piece()]
    const results = await Promise.allSettled(
      pieces.map((piece) => here.pot(lot, [piece], { massG: 70 })),
    )
    expect(results.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    expect(await leftOf(lot.id)).toBe(30)
  })

  test.each([
    [{ lots: [{ lotId: newId(), massG: 1 }] }, 'no lot with the id'],
    [{ pieces: [{ pieceId: newId() }] }, 'no piece with the id'],
    [{ dyedOn: '2027-01-01' }, 'must not lie in the future'],
  ])('refuses %j', async (fields, message) => {
    const lot = await here.lot()
    const piece = await here.piece()
    await expect(here.pot(lot, [piece], fields)).rejects.toMatchObject(refusal(422, message))
  })

  test('set aside gives back what it took, with its unread swatches; restored takes it again', async () => {
    const lot = await here.lot({ netG: 300 })
    const pot = await here.pot(lot, [await here.piece()], { massG: 120 })
    await here.log.pots.setAside(pot.id, 1)
    expect(await leftOf(lot.id)).toBe(300)
    const unread = { unread: true, limit: 10, aside: false }
    expect((await here.log.swatches.page(unread)).items).toHaveLength(0)
    const back = await here.log.pots.restore(pot.id, 2)
    expect(await leftOf(lot.id)).toBe(180)
    expect(back.item.lots).toMatchObject([{ massG: 120 }])
    expect((await here.log.swatches.page(unread)).items).toHaveLength(1)
    expect(back.item.events.map(({ kind }) => kind)).toEqual(['done', 'setAside', 'restored'])
  })

  test('is not restored where its lot was used up meanwhile', async () => {
    const lot = await here.lot({ netG: 100 })
    const pot = await here.pot(lot, [await here.piece()], { massG: 80 })
    await here.log.pots.setAside(pot.id, 1)
    await here.pot(lot, [await here.piece()], { massG: 80 })
    await expect(here.log.pots.restore(pot.id, 2)).rejects.toMatchObject(
      refusal(422, 'holds too little'),
    )
    expect((await here.log.pots.read(pot.id)).setAsideAt).not.toBeNull()
  })

  test('is not set aside once a swatch of it was read', async () => {
    const pot = await here.pot(await here.lot(), [await here.piece()])
    const reading = { hex: '#c8a030', wet: false, washed: true }
    await here.log.swatches.change(pot.pieces[0]!.swatchId!, 1, { reading })
    await expect(here.log.pots.setAside(pot.id, 1)).rejects.toMatchObject(
      refusal(409, 'read already (SWA-26-01)'),
    )
  })

  test('its conditions can be put right, and that undone', async () => {
    const pot = await here.pot(await here.lot(), [await here.piece()])
    const { item, changeSetId } = await here.log.pots.change(pot.id, 1, { finalPh: 9.5 })
    expect(item.finalPh).toBe(9.5)
    await here.log.changes.undo(changeSetId!)
    expect((await here.log.pots.read(pot.id)).finalPh).toBeNull()
  })
})
