import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { FORM_FREEDOM } from '../../../../catalogue/fibres'
import { PARTS } from '../../../../catalogue/parts'
import { COLD_WAYS, WAY_KEYS, wayFacts } from '../../../../catalogue/ways'
import { shareExtracted } from '../../../../core/bath/extraction'
import { waterBudget } from '../../../../core/bath/water-budget'
import { courseSteps } from '../../../../core/pot/course'
import { plantNeededG } from '../../../../core/harvest/ratio'
import { catalogueId, newId } from '../../../../shared/ids'
import { againOf } from '../../../../shared/rules/pot/course'
import { potGuardsOf } from '../../../../shared/rules/pot/pot-guards'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { refusal } from '../../../fixtures/log'
import { at, openPotLog, type PotLog } from '../../../fixtures/pots'

/*
 * Pots from plan to swatch as dyers tell them; their numbers are common practice, no source.
 */
let here: PotLog
beforeEach(async () => void (here = await openPotLog()))
afterEach(() => here.database.close())

const WASHED = { kind: 'wash' as const, doneOn: '2026-08-01' }
const mordant = (agent: 'alum' | 'ironSulfate', percentWof: number) => ({
  kind: 'mordant' as const,
  agent,
  percentWof,
  doneOn: '2026-08-02',
})
const source = (key: string) => ({ sourceId: catalogueId(key), sureness: 'sure' as const })

describe('worked pots', () => {
  test('100 g wool at 3 : 1 fresh berries, brought to pH 9', async () => {
    const lot = await here.lot({ ...source('sambucus-nigra/berry'), netG: 500 })
    const wool = await here.piece({ dryG: 100, treatments: [WASHED, mordant('alum', 10)] })
    // 3 : 1 fresh is 0.54 : 1 dry at 18 % dry matter
    expect(lot.dryFraction).toBe(0.18)
    expect(plantNeededG(0.54, wool.dryG, lot.dryFraction)).toBeCloseTo(300)
    const plan = { ph: { target: 9, cap: 10, agent: 'sodaAsh' as const } }
    let pot = await here.plan([[lot, 300]], [wool], { way: 'berryMash', plan })
    expect(pot).toMatchObject({ stage: 'planned', ratioAsWeighed: 3, ratioDry: 0.54 })
    expect((await here.log.lots.read(lot.id)).leftG).toBe(500)
    pot = await here.light(pot, '06:00')
    expect((await here.log.lots.read(lot.id)).leftG).toBe(200)
    pot = await here.note(pot, 'enter', '08:00', { stepId: 'enter', data: { pieceIds: [wool.id] } })
    pot = await here.note(pot, 'reading', '08:10', { data: { ph: 5.4, tempC: 74 } })
    pot = await here.note(pot, 'add', '08:12', {
      data: { agent: 'sodaAsh', form: 'anhydrous', massG: 3 },
    })
    pot = await here.note(pot, 'reading', '08:20', { data: { ph: 8.9, tempC: 73 } })
    pot = await here.note(pot, 'pull', '09:00', { stepId: 'dye', data: { pieceIds: [wool.id] } })
    const done = await here.finish(pot, '10:00', { rinse: 'later' })
    expect(done).toMatchObject({
      stage: 'done',
      finalPh: 8.9,
      tempC: 74,
      minutes: 60,
      ratioDry: 0.54,
      end: { rinse: 'later', boiled: false, departures: [] },
    })
    expect(done.pieces[0]).toMatchObject({ minutes: 60, swatchCode: 'SWA-26-01' })
    const { item: swatch } = await here.log.swatches.change(done.pieces[0]!.swatchId!, 1, {
      reading: { id: newId(), lab: { l: 40, a: -5, b: 15 }, wet: false, washed: true },
    })
    expect(swatch.readings).toHaveLength(1)
    const { groups } = await here.log.strength.ofSource(lot.sourceId)
    expect(groups[0]).toMatchObject({ mordant: 'Al', phBand: 'alkaline', n: 1 })
  })

  test('two 12 g hanks, alum and iron, in one jar of bracket fungus at 2 : 1, slightly acid', async () => {
    const bracket = await here.lot({ ...source('phaeolus-schweinitzii/fruitBody'), netG: 80 })
    const hank = (agent: 'alum' | 'ironSulfate', percentWof: number, mark: string) =>
      here.piece({ dryG: 12, mark, treatments: [WASHED, mordant(agent, percentWof)] })
    const [alum, iron] = [await hank('alum', 16, '1 knot'), await hank('ironSulfate', 6, '2 knots')]
    const acid = { agent: 'vinegar' as const, form: '', massG: 5, when: 'before' as const }
    let pot = await here.plan([[bracket, 48]], [alum, iron], {
      plan: { additions: [acid], ph: { target: 5.3, cap: 4.5, agent: 'vinegar' } },
      waterL: 0.8,
      tempC: 80,
    })
    expect(pot.ratioAsWeighed).toBe(2)
    const guards = potGuardsOf(
      {
        way: 'simmer',
        tempC: 80,
        ph: 5.3,
        waterL: 0.8,
        additions: [acid],
        vessel: null,
        needsMordant: 'yes',
      },
      [alum, iron],
    )
    // iron beside alum: said, and allowed
    expect(guards.map(({ code, level }) => [code, level])).toEqual([['ironCreeps', 'mind']])
    pot = await here.light(pot)
    const both = { pieceIds: [alum.id, iron.id] }
    pot = await here.note(pot, 'enter', '09:00', { data: both })
    pot = await here.note(pot, 'reading', '09:10', { data: { ph: 5.3, tempC: 79 } })
    pot = await here.note(pot, 'pull', '09:45', { data: both })
    const done = await here.finish(pot, '10:00')
    const keys = await Promise.all(
      done.pieces.map(
        async ({ pieceId }) => (await here.log.pieces.read(pieceId)).treatments.at(-1)!.agent,
      ),
    )
    expect(keys).toEqual(['alum', 'ironSulfate'])
    expect(done).toMatchObject({ finalPh: 5.3, ratioAsWeighed: 2, minutes: 45 })
  })

  test('cold bark for fish skin: no way with heat is offered, and none is lit', async () => {
    const bark = await here.lot({ ...source('alnus-glutinosa/bark'), state: 'dried', netG: 200 })
    const skin = await here.piece({
      fibre: 'fishSkin',
      form: 'pieces',
      dryG: 40,
      treatments: [WASHED],
      bare: undefined,
    })
    expect(COLD_WAYS).toEqual(expect.arrayContaining(['coldSteep', 'hotExtractCold', 'paintOn']))
    expect(WAY_KEYS.filter((way) => !COLD_WAYS.includes(way))).toContain('simmer')
    const hot = await here.plan([[bark, 80]], [skin], { way: 'simmer' })
    await expect(here.light(hot)).rejects.toMatchObject(refusal(422, 'skins and gut shrink'))
    const cold = await here.plan([[bark, 80]], [skin], { way: 'coldSteep', tempC: 14 })
    expect(cold.plan!.steps.some(({ burner }) => burner)).toBe(false)
    expect((await here.light(cold)).stage).toBe('running')
    // extracted hot, but the pieces enter cooled liquor
    const { steps, dyeC } = wayFacts('hotExtractCold')
    expect(dyeC).toBeNull()
    const [enter] = steps.filter(({ kind }) => kind === 'enter')
    expect(enter!.after.map(({ id }) => id)).toContain('strain')
  })

  test('leaf rub: 200 g of fresh blue leaves on 100 g, rubbed twice', async () => {
    const leaves = await here.lot({
      ...source('isatis-tinctoria/leaf'),
      netG: 200,
      gatheredOn: '2026-09-09',
    })
    const cloth = await here.piece({
      dryG: 100,
      fibre: 'silk',
      form: 'cloth',
      treatments: [WASHED],
    })
    let pot = await here.plan([[leaves, 200]], [cloth], {
      way: 'leafRub',
      tempC: null,
      waterL: null,
      plan: { additions: [{ agent: 'salt', form: '', massG: 60, when: 'in' }] },
    })
    expect(pot.ratioAsWeighed).toBe(2)
    pot = await here.light(pot, '09:00')
    for (const [stepId, time] of [
      ['wetOut', '09:05'],
      ['prepare', '09:10'],
      ['rub', '09:20'],
    ] as const) {
      pot = await here.note(pot, 'step', time, { stepId })
    }
    pot = await here.note(pot, 'enter', '09:22', {
      stepId: 'enter',
      data: { pieceIds: [cloth.id] },
    })
    pot = await here.note(pot, 'step', '09:37', { stepId: 'dye' })
    pot = await here.note(pot, 'again', '10:05', { stepId: 'air' })
    const ids = courseSteps(pot.plan!.steps, againOf(pot)).map(({ id }) => id)
    expect(ids).toEqual(expect.arrayContaining(['rub#2', 'enter#2', 'dye#2', 'air#2']))
    pot = await here.note(pot, 'step', '10:15', { stepId: 'rub#2' })
    const done = await here.finish(pot, '11:00', { liquor: 'poured', rinse: 'now' })
    expect(done).toMatchObject({ stage: 'done', tempC: null, end: { boiled: null } })
  })

  test('a lichen liquor at three pH on three hanks: each jar has its own', async () => {
    const thallus = await here.lot({
      ...source('ochrolechia-tartarea/thallus'),
      obtained: 'windfall',
      state: 'dried',
      netG: 30,
    })
    const { item: jar } = await here.log.jars.create({
      id: newId(),
      way: 'ammoniaFerment',
      vessel: 'blue lid',
      vesselL: 1,
      waterL: 0.3,
      ammoniaL: 0.3,
      tempC: 18,
      startedAt: '2026-08-12T09:00:00+02:00',
      note: '',
      lots: [{ lotId: thallus.id, massG: 30 }],
    })
    const { item: liquor } = await here.log.draws.draw(jar.id, {
      id: newId(),
      roundId: newId(),
      volumeL: 0.6,
      at: at('07:00'),
      strain: true,
      note: '',
    })
    const hanks: Piece[] = []
    for (const mark of ['1 knot', '2 knots', '3 knots']) {
      hanks.push(await here.piece({ dryG: 10, mark, treatments: [WASHED] }))
    }
    const groupId = newId()
    const jarPot = (piece: Piece, massG: number, isRatioKnown = true) =>
      here.plan([[liquor, massG]], [piece], {
        way: 'ammoniaFerment',
        groupId,
        waterL: 0.3,
        isRatioKnown,
      })
    const pots = [
      await jarPot(hanks[0]!, 200),
      await jarPot(hanks[1]!, 100),
      // poured by eye: nobody knows its share
      await jarPot(hanks[2]!, 150, false),
    ]
    const dryG = 30 / 0.6
    expect(pots[0]!.ratioDry).toBeCloseTo((0.2 * dryG) / 10)
    expect(pots[1]!.ratioDry).toBeCloseTo((0.1 * dryG) / 10)
    expect(pots[2]).toMatchObject({ ratioDry: null, ratioAsWeighed: null, isRatioKnown: false })
    const ends: (number | null)[] = []
    for (const [i, ph] of [
      [0, 5],
      [1, 7.5],
      [2, 10],
    ] as const) {
      let pot = await here.light(pots[i]!)
      pot = await here.note(pot, 'enter', '09:00', { data: { pieceIds: [hanks[i]!.id] } })
      pot = await here.note(pot, 'reading', '09:10', { data: { ph } })
      ends.push((await here.finish(pot, '11:00', { rinse: 'later' })).finalPh)
    }
    expect(ends).toEqual([5, 7.5, 10])
    for (const pot of pots) {
      const { pieces } = await here.log.pots.read(pot.id)
      await here.log.swatches.change(pieces[0]!.swatchId!, 1, {
        reading: { id: newId(), lab: { l: 40, a: 30, b: -15 }, wet: false, washed: true },
      })
    }
    const { groups } = await here.log.strength.ofSource(thallus.sourceId)
    expect(groups.map(({ phBand, n }) => [phBand, n]).sort()).toEqual([
      ['acid', 1],
      ['alkaline', 0],
      ['asItCame', 1],
    ])
    expect(groups.find(({ phBand }) => phBand === 'alkaline')!.points[0]).toMatchObject({
      exclusion: 'ratioUnknown',
      ratioDry: null,
    })
  })

  test('the ground-acorn pot that would have run dry: caught, and more water advised', () => {
    const acorns = (size: 'ground' | 'whole', vesselL: number, pressed = false) =>
      waterBudget({
        dyestuff: [
          { dryG: 600, massG: 600, size, pressed, absorptionGPerG: PARTS.nut.absorptionGPerG },
        ],
        fibreG: 100,
        freedom: FORM_FREEDOM.yarn,
        vesselL,
        lid: 'ajar',
        hours: 2,
        tempC: 82,
        isFibreWet: true,
      })
    const ground = acorns('ground', 5)
    expect(ground.fits).toBe(false)
    expect(ground.warnings.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['vesselTooSmall', 'mashDrinks']),
    )
    // ground stuff holds twice what whole stuff does
    expect(ground.drunkL / acorns('whole', 5).drunkL).toBeCloseTo(2)
    const larger = acorns('ground', 8)
    expect(larger.fits).toBe(true)
    expect(larger.pourL).toBeGreaterThan(ground.pourL)
    expect(larger.leftL).toBeGreaterThanOrEqual(2 * 0.95)
    // pressing gives back half of what it drank
    expect(acorns('ground', 8, true).pourL).toBeLessThan(larger.pourL)
  })

  test('twice-extracted seeds: both liquors combined, and a third run where it is worth one', async () => {
    const seeds = await here.lot({ ...source('helianthus-annuus/seed'), state: 'dried', netG: 96 })
    const skein = await here.piece({ dryG: 96, treatments: [WASHED, mordant('alum', 10)] })
    let pot = await here.plan([[seeds, 96]], [skein], { way: 'twiceExtracted' })
    const runs = pot.plan!.steps.filter(({ kind }) => kind === 'extract')
    expect(runs.map(({ minutes, tempC }) => [minutes, tempC])).toEqual([
      [120, 82],
      [120, 82],
    ])
    expect(pot.plan!.steps.some(({ kind }) => kind === 'combine')).toBe(true)
    expect(shareExtracted(0.6, 2)).toBeCloseTo(0.84)
    expect(shareExtracted(0.6, 3)).toBeCloseTo(0.936)
    pot = await here.light(pot, '01:00')
    for (const [stepId, time] of [
      ['prepare', '01:20'],
      ['heat', '02:00'],
      ['extract', '04:00'],
      ['pourOff', '04:10'],
      ['wetOut', '04:30'],
    ] as const) {
      pot = await here.note(pot, 'step', time, { stepId })
    }
    pot = await here.note(pot, 'again', '06:15', { stepId: 'extract2' })
    const combine = courseSteps(pot.plan!.steps, againOf(pot)).find(({ id }) => id === 'combine')!
    expect(combine.after[0]!.id).toBe('extract2#2')
  })
})
