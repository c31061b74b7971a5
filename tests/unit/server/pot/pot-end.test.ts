import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { newId } from '../../../../shared/ids'
import type { Lot } from '../../../../shared/schemas/loft/lot'
import type { Piece } from '../../../../shared/schemas/basket/piece'
import { at, openPotBench, type PotLog, WASHED_ALUM } from '../../../fixtures/pots'

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
const running = () => bench.running()

describe('the end of a pot', () => {
  test('keeps what really happened, apart from what was planned', async () => {
    let pot = await running()
    pot = await here.note(pot, 'enter', '09:00', { data: { pieceIds: pieces.map(({ id }) => id) } })
    pot = await here.note(pot, 'reading', '09:20', { data: { tempC: 99.5 } })
    pot = await here.note(pot, 'pull', '09:20', { data: { pieceIds: [pieces[0]!.id] } })
    const done = await here.finish(pot, '11:00', {
      pieces: [
        {
          pieceId: pieces[0]!.id,
          waters: 3,
          handle: ['harsh'],
          smell: 'hay',
          soap: 'neutral',
          note: '',
        },
      ],
    })
    expect(done).toMatchObject({ tempC: 99.5, minutes: 70, finalPh: null })
    expect(done.end!.boiled).toBe(true)
    expect(done.end!.departures).toEqual([
      '99.5 °C at the hottest, where 82 °C was planned.',
      'It boiled with the pieces in.',
    ])
    expect(done.pieces.map(({ minutes }) => minutes)).toEqual([20, 120])
    expect(done.pieces[0]!.outcome).toMatchObject({ waters: 3, handle: ['harsh'], smell: 'hay' })
    expect((await here.log.today.view('2026-09-09')).counts.unread).toBe(2)
  })

  test('is undone and done again with the same swatches; not once one was read', async () => {
    const pot = await running()
    const input = {
      at: at('11:00'),
      finalPh: 7,
      liquor: 'kept',
      liquorL: 2,
      spent: 'compost',
    } as const
    const body = { ...input, rinse: 'now', pieces: [], note: '' } as const
    const first = await here.log.course.finish(pot.id, { ...body, pieces: [] })
    expect((await here.log.course.finish(pot.id, { ...body, pieces: [] })).changeSetId).toBeNull()
    await undoOf(first.changeSetId)
    expect(await here.log.pots.read(pot.id)).toMatchObject({ stage: 'running', end: null })
    expect((await here.log.today.view('2026-09-09')).counts.unread).toBe(0)
    const second = await here.log.course.finish(pot.id, { ...body, at: at('11:30'), pieces: [] })
    expect(second.item.pieces.map(({ swatchCode }) => swatchCode)).toEqual([
      'SWA-26-01',
      'SWA-26-02',
    ])
    const { swatchId } = second.item.pieces[0]!
    const { rev } = await here.log.swatches.read(swatchId!)
    await here.log.swatches.change(swatchId!, rev, {
      reading: { id: newId(), hex: '#aa8833', wet: false, washed: true },
    })
    await expect(undoOf(second.changeSetId)).rejects.toMatchObject({ status: 409 })
  })

  test('iron stirred in is part of every piece’s history, and goes with an undo', async () => {
    let pot = await running()
    pot = await here.note(pot, 'add', '10:00', {
      data: { agent: 'ironSulfate', form: 'heptahydrate', massG: 2 },
    })
    const { changeSetId } = await here.log.course.finish(pot.id, {
      at: at('11:00'),
      finalPh: null,
      liquor: 'shifted',
      liquorL: null,
      spent: 'binned',
      rinse: 'later',
      pieces: [],
      note: '',
    })
    const iron = async () => (await here.log.pieces.read(pieces[0]!.id)).treatments.at(-1)
    expect(await iron()).toMatchObject({ agent: 'ironSulfate', percentWof: 2, massG: 1 })
    await undoOf(changeSetId)
    expect(await iron()).toMatchObject({ agent: 'alum' })
  })

  test('iron reaches what is in, counted as the usual crystals, not what was pulled before', async () => {
    let pot = await running()
    const [first, second] = pieces.map(({ id }) => id)
    pot = await here.note(pot, 'enter', '09:00', { data: { pieceIds: [first, second] } })
    pot = await here.note(pot, 'pull', '09:30', { data: { pieceIds: [first] } })
    pot = await here.note(pot, 'add', '10:00', {
      data: { agent: 'ironSulfate', form: 'anhydrous', massG: 1 },
    })
    await here.finish(pot, '11:00')
    const agents = async (id: string) => (await here.log.pieces.read(id)).treatments
    expect((await agents(first!)).map(({ agent }) => agent)).not.toContain('ironSulfate')
    // FeSO4 151.91 against FeSO4.7H2O 278.01 g/mol (IUPAC weights), on the one hank of 50 g
    const iron = (await agents(second!)).at(-1)!
    expect(iron.agent).toBe('ironSulfate')
    expect(iron.percentWof).toBeCloseTo((100 * (278.01 / 151.91)) / 50, 2)
  })

  test('a second bath in what is left has no plant of its own, and lies on no curve', async () => {
    const first = await here.finish(await running(), '10:00', { liquor: 'kept', liquorL: 3 })
    const paler = await here.piece({ mark: '4 knots', treatments: WASHED_ALUM })
    const second = await here.plan([], [paler], { fromPotId: first.id })
    expect(second).toMatchObject({ bathNumber: 2, fromPotId: first.id, ratioDry: null, lots: [] })
    const done = await here.finish(await here.light(second, '10:30'), '11:30')
    expect(done.pieces[0]!.swatchCode).toBe('SWA-26-03')
    await expect(here.plan([], [paler])).rejects.toMatchObject({ name: 'ValidationError' })
  })

  test('goes out as a recipe card without any place', async () => {
    const place = (await here.log.patches.page({ limit: 1, aside: false })).items
    expect(place).toEqual([])
    const done = await here.finish(await running(), '10:00')
    const card = await here.log.recipes.card(done.id)
    expect(card).toMatchObject({
      code: 'POT-26-01',
      title: 'tansy flower heads',
      way: 'simmer',
      ratioAsWeighed: 1,
      plants: [{ name: 'tansy', massG: 100, state: 'fresh' }],
    })
    expect(JSON.stringify(card)).not.toMatch(/patch|lat|lon|place/i)
  })
})

describe('a trial, held against what was dyed before', () => {
  test('names the nearest swatch, what differs, and the piece that would be a fair control', async () => {
    const done = await here.finish(await running(), '10:00')
    for (const { swatchId } of done.pieces) {
      await here.log.swatches.change(swatchId!, 1, {
        reading: { id: newId(), lab: { l: 70, a: 0, b: 60 }, wet: false, washed: true },
      })
    }
    const silk = await here.piece({ fibre: 'silk', mark: '5 knots' })
    const { pieces: answers } = await here.log.plannedTrials.compare({
      lots: [{ lotId: lot.id, massG: 100 }],
      pieceIds: [silk.id],
      way: 'simmer',
      wayName: '',
      tempC: 82,
      minutes: 60,
      water: null,
      size: null,
      additions: [],
      waterL: null,
    })
    const { trial } = answers[0]!
    expect(trial!.against.code).toMatch(/^SWA-26-0[12]$/)
    expect(trial!.differs).toEqual(['ratioDry', 'fibre'])
    expect(trial!.unknown).toEqual(expect.arrayContaining(['particleSize', 'water']))
    expect(trial!.control!.pieceFactors.fibre).toBe('wool')
  })
})

describe('a note of a pot that is over, taken back or written later', () => {
  const ids = () => pieces.map(({ id }) => id)
  const watched = async () => {
    let pot = await running()
    pot = await here.note(pot, 'enter', '09:00', { data: { pieceIds: ids() } })
    pot = await here.note(pot, 'reading', '09:20', { data: { tempC: 99.5 } })
    pot = await here.note(pot, 'reading', '09:40', { data: { tempC: 80, ph: 8.2 } })
    pot = await here.note(pot, 'pull', '09:20', { data: { pieceIds: [pieces[0]!.id] } })
    return here.finish(pot, '11:00', { pieces: [] })
  }
  const noteOf = (pot: Awaited<ReturnType<typeof watched>>, test: (data: object) => boolean) =>
    pot.events.find(({ data }) => test(data))!.id

  test('takes the heat, the boiling and what departed from the plan with it', async () => {
    const pot = await watched()
    expect(pot).toMatchObject({ tempC: 99.5, finalPh: 8.2, end: { boiled: true } })
    const misread = noteOf(pot, (data) => 'tempC' in data && data.tempC === 99.5)
    const { item, changeSetId } = await here.log.pots.change(pot.id, pot.rev, {
      notesBack: [misread],
    })
    expect(item).toMatchObject({ tempC: 80, finalPh: 8.2, end: { boiled: false, departures: [] } })
    await undoOf(changeSetId)
    expect(await here.log.pots.read(pot.id)).toMatchObject({
      tempC: 99.5,
      end: { boiled: true, departures: pot.end!.departures },
    })
  })

  test('takes the time of each piece with it', async () => {
    const pot = await watched()
    expect(pot.pieces.map(({ minutes }) => minutes)).toEqual([20, 120])
    const pull = pot.events.find(({ kind }) => kind === 'pull')!.id
    const { item } = await here.log.pots.change(pot.id, pot.rev, { notesBack: [pull] })
    expect(item.pieces.map(({ minutes }) => minutes)).toEqual([120, 120])
    expect(item.minutes).toBe(120)
  })

  test('leaves what was said outright', async () => {
    let pot = await watched()
    pot = (await here.log.pots.change(pot.id, pot.rev, { tempC: 88, finalPh: 7 })).item
    expect(pot.end!.departures).toContain('88 °C at the hottest, where 82 °C was planned.')
    const both = pot.events.filter(({ kind }) => kind === 'reading').map(({ id }) => id)
    pot = (await here.log.pots.change(pot.id, pot.rev, { notesBack: both })).item
    expect(pot).toMatchObject({ tempC: 88, finalPh: 7 })
  })

  test('written later it tells the heat that nobody had read', async () => {
    let pot = await running()
    pot = await here.note(pot, 'enter', '09:00', { data: { pieceIds: ids() } })
    pot = await here.finish(pot, '11:00', { pieces: [] })
    expect(pot).toMatchObject({ tempC: null, end: { boiled: null } })
    pot = await here.note(pot, 'reading', '09:30', { data: { tempC: 81 } })
    expect(pot).toMatchObject({ tempC: 81, end: { boiled: false, departures: [] } })
  })

  test('of a title alone leaves what departed as it was told', async () => {
    const pot = await watched()
    const { item } = await here.log.pots.change(pot.id, pot.rev, { title: 'By the window' })
    expect(item.end).toEqual(pot.end)
  })
})

test('dips that were planned are no departure: their time is that of all of them', async () => {
  const dip = (id: string, after: string, kind: 'dye' | 'air') => ({
    id,
    kind,
    words: id,
    minutes: 5,
    mostMinutes: null,
    tempC: null,
    after: [{ id: after }],
  })
  const steps = [
    { ...dip('enter', '', 'dye'), kind: 'enter' as const, after: [] },
    dip('dye', 'enter', 'dye'),
    dip('air', 'dye', 'air'),
    dip('dye2', 'air', 'dye'),
  ]
  const planned = await here.plan([[lot, 100]], pieces, {
    way: 'reducedVat',
    tempC: null,
    minutes: 5,
    plan: { steps, coats: 2 },
  })
  const all = { data: { pieceIds: pieces.map(({ id }) => id) } }
  let pot = await here.light(planned)
  for (const [kind, time] of [
    ['enter', '09:00'],
    ['pull', '09:05'],
    ['enter', '09:10'],
    ['pull', '09:15'],
  ] as const) {
    pot = await here.note(pot, kind, time, all)
  }
  const done = await here.finish(pot, '09:20', { pieces: [] })
  expect(done.minutes).toBe(10)
  expect(done.end!.departures).toEqual([])
})

test('how much liquor stands in it is a note like others, and goes when it is taken back', async () => {
  let pot = await running()
  pot = await here.note(pot, 'liquor', '09:00', { data: { litres: 2.5 } })
  const told = pot.events.find(({ kind }) => kind === 'liquor')!
  expect(told.data).toEqual({ litres: 2.5 })
  const done = await here.finish(pot, '11:00', { pieces: [] })
  const { item } = await here.log.pots.change(done.id, done.rev, { notesBack: [told.id] })
  expect(item.events.some(({ kind }) => kind === 'liquor')).toBe(false)
})
