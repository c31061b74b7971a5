import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { estimateReflectance } from '../../../../core/colour/estimate-reflectance'
import { integ } from '../../../../core/colour/integ'
import { WAVELENGTHS_NM } from '../../../../core/colour/spectrum'
import { expectedReflectance } from '../../../../core/strength/expected-colour'
import { fitBetterShape } from '../../../../core/strength/least-squares'
import { strengthAt } from '../../../../core/strength/saturation'
import { newId } from '../../../../shared/ids'
import type { NewReading } from '../../../../shared/schemas/swatch/reading'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const dry = { wet: false, washed: true }
const bare = estimateReflectance({ l: 88, a: 0.5, b: 10 })
const raw = WAVELENGTHS_NM.map((nm) => Math.exp(-(((nm - 430) / 60) ** 2)))
const unit = raw.map((value) => value / integ(raw))
const measured = (strength: number): NewReading => ({
  ...dry,
  reflectance: [...expectedReflectance(unit, strength, bare)],
})

/** A read swatch of tansy at a dry ratio. */
async function swatch(ratioDry: number, reading: NewReading, fields: { finalPh?: number } = {}) {
  const lot = await here.lot({ state: 'dried', netG: 500 })
  const piece = await here.piece({ dryG: 10 })
  const pot = await here.pot(lot, [piece], { massG: ratioDry * 10, ...fields })
  const { item } = await here.log.swatches.change(pot.pieces[0]!.swatchId!, 1, { reading })
  return { lot, piece, pot, swatch: item }
}

describe('readings', () => {
  test('a hex is an estimate; a spectrum is measured; both have a colour', async () => {
    const { swatch: first } = await swatch(0.2, { ...dry, hex: '#c8a030' })
    expect(first.readings).toMatchObject([
      { method: 'hex', hex: '#c8a030', basis: 'estimated', reflectance: null, clipped: [] },
    ])
    const { item } = await here.log.swatches.change(first.id, 2, { reading: measured(1) })
    expect(item.readings).toHaveLength(2)
    expect(item.readings.find(({ method }) => method === 'reflectance')).toMatchObject({
      basis: 'measured',
    })
  })

  test('newest first, whichever way they were given', async () => {
    const { swatch: first } = await swatch(0.2, { ...dry, wet: true, hex: '#806020' })
    here.at('2026-09-11T10:00:00Z')
    const { item } = await here.log.swatches.change(first.id, 2, {
      reading: { ...dry, lab: { l: 62, a: 8, b: 45 } },
    })
    expect(item.readings.map(({ method }) => method)).toEqual(['lab', 'hex'])
    expect(item.readings[0]!.lab).toEqual({ l: 62, a: 8, b: 45 })
  })

  test('a cut-off colour is kept and says which channel', async () => {
    const { swatch: cut } = await swatch(0.2, { ...dry, hex: '#ffcc00' })
    expect(cut.readings[0]!.clipped).toEqual(['red', 'blue'])
  })

  test('a colour that no surface can have is refused by name', async () => {
    await expect(swatch(0.2, { ...dry, lab: { l: 95, a: 80, b: -90 } })).rejects.toMatchObject({
      pointer: '/reading/lab',
      message: expect.stringContaining('no surface can have this colour'),
    })
  })

  test('undo takes a reading back', async () => {
    const { swatch: read } = await swatch(0.2, { ...dry, hex: '#c8a030' })
    const change = await here.log.swatches.change(read.id, 2, { reading: measured(2) })
    await here.log.changes.undo(change.changeSetId!)
    expect((await here.log.swatches.read(read.id)).readings).toMatchObject([{ method: 'hex' }])
    const unread = await here.log.swatches.page({ unread: true, limit: 5, aside: false })
    expect(unread.items).toHaveLength(0)
  })

  test('a piece keeps its history: mordant by weight, and its bare colours', async () => {
    const piece = await here.piece({ dryG: 11, treatments: [], bare: undefined })
    expect(piece).toMatchObject({ code: 'WOL-26-01', bare: null, treatments: [] })
    const treatment = {
      kind: 'mordant' as const,
      agent: 'alum' as const,
      percentWof: 16,
      doneOn: '2026-09-01',
    }
    const { item, changeSetId } = await here.log.pieces.change(piece.id, 1, {
      treatment,
      bare: { ...dry, hex: '#e0d8c4' },
    })
    expect(item.treatments[0]!.massG).toBeCloseTo(1.76, 10)
    expect(item.bare).toMatchObject({ hex: '#e0d8c4' })
    await here.log.changes.undo(changeSetId!)
    expect(await here.log.pieces.read(piece.id)).toMatchObject({ treatments: [], bare: null })
  })

  test('the weight behind a ratio is not changed after the pot', async () => {
    const { piece } = await swatch(0.2, measured(1))
    await expect(here.log.pieces.change(piece.id, 1, { dryG: 12 })).rejects.toMatchObject(
      refusal(409, 'stands behind the ratio'),
    )
  })
})

describe('a second swatch of one piece', () => {
  test('belongs to a pot that the piece was in', async () => {
    const { pot, piece } = await swatch(0.2, measured(1))
    const body = { id: newId(), potId: pot.id, pieceId: piece.id, note: 'second pull' }
    const { item } = await here.log.swatches.create({ ...body, reading: measured(0.8) })
    expect(item).toMatchObject({ code: 'SWA-26-02', note: 'second pull' })
    await expect(
      here.log.swatches.create({ ...body, id: newId(), pieceId: newId() }),
    ).rejects.toMatchObject(refusal(422, 'was in POT-26-01'))
    await expect(
      here.log.swatches.create({ ...body, id: newId(), potId: newId() }),
    ).rejects.toMatchObject(refusal(422, 'no pot with the id'))
  })
})

describe('strength of a source', () => {
  const truth = { model: 'exponential' as const, ceiling: 1.6, scale: 0.3 }

  test('the curve hidden in measured swatches is found again', async () => {
    for (const r of [0.1, 0.3, 0.6, 1.2]) await swatch(r, measured(strengthAt(truth, r)))
    const view = await here.log.strength.ofSource(TANSY)
    expect(view.groups).toHaveLength(1)
    const [group] = view.groups
    expect(group).toMatchObject({
      fibreClass: 'wool',
      mordant: 'Al',
      phBand: 'asItCame',
      n: 4,
      lots: 4,
      estimated: 0,
    })
    const { answer } = group!.curve!
    expect(fitBetterShape(answer.points as { ratio: number; strength: number }[])).toMatchObject({
      kind: 'bent',
      model: 'exponential',
      ceiling: expect.closeTo(1.6, 6) as unknown,
      scale: expect.closeTo(0.3, 6) as unknown,
    })
    expect(answer.ceiling.low).toBeLessThan(1.6)
    expect(answer.ceiling.high).toBeGreaterThan(1.6)
    expect(await here.log.strength.sources()).toMatchObject([{ sourceId: TANSY, swatches: 4 }])
  })

  test('fibre, mordant and final pH part the curves', async () => {
    await swatch(0.2, measured(0.7))
    await swatch(0.2, measured(0.7), { finalPh: 7 })
    await swatch(0.2, measured(0.7), { finalPh: 9.5 })
    await swatch(0.2, measured(0.7), { finalPh: 4 })
    const { groups } = await here.log.strength.ofSource(TANSY)
    expect(groups.map(({ phBand, n }) => [phBand, n])).toEqual(
      expect.arrayContaining([
        ['asItCame', 2],
        ['alkaline', 1],
        ['acid', 1],
      ]),
    )
    // thin curves of one source lean on nothing where no other has three swatches
    expect(groups.every(({ curve }) => curve!.donorCurve === null)).toBe(true)
  })

  test('what cannot be compared is shown beside the curve, with its reason', async () => {
    await swatch(0.1, { ...dry, hex: '#ffcc00' })
    await swatch(0.1, { ...dry, wet: true, hex: '#c8a030' })
    const unknown = await here.piece({ bare: undefined, dryG: 10 })
    const pot = await here.pot(await here.lot(), [unknown], { massG: 10 })
    await here.log.swatches.change(pot.pieces[0]!.swatchId!, 1, { reading: measured(1) })
    const tansy = await here.lot()
    const dock = await here.lot({ sourceId: DOCK })
    const mixed = await here.pot(tansy, [await here.piece()], {
      lots: [
        { lotId: tansy.id, massG: 10 },
        { lotId: dock.id, massG: 10 },
      ],
    })
    await here.log.swatches.change(mixed.pieces[0]!.swatchId!, 1, { reading: measured(1) })
    const { piece } = await swatch(0.3, measured(0.5))
    const again = await here.pot(await here.lot(), [piece], { dyedOn: '2026-08-25' })
    await here.log.swatches.change(again.pieces[0]!.swatchId!, 1, { reading: measured(1) })

    const { groups } = await here.log.strength.ofSource(TANSY)
    const reasons = groups.flatMap(({ points }) => points.map(({ exclusion }) => exclusion))
    expect(reasons.sort()).toEqual(
      [null, 'bareNotRead', 'colourCutOff', 'dyedBefore', 'mixedBath', 'onlyReadWet'].sort(),
    )
    expect(groups.reduce((sum, { n }) => sum + n, 0)).toBe(1)
  })

  test('an unknown source is not found', async () => {
    await expect(here.log.strength.ofSource(newId())).rejects.toMatchObject(
      refusal(404, 'no source'),
    )
  })
})
