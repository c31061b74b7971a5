import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { FileProblem, writeTable } from '../../../../core/formats/table'
import { newId } from '../../../../shared/ids'
import type { ImportPlan } from '../../../../shared/views/exchange/import-plan'
import { PLAIN_PATCH, type Privacy } from '../../../../shared/schemas/walk/patch'
import { DOCK, openTestLog, refusal, TANSY, type TestLog } from '../../../fixtures/log'
import { wholeOf } from '../../../fixtures/whole-of'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const bytes = (text: string) => new TextEncoder().encode(text)
const quiet = () => undefined
const place = async (name: string, privacy: Privacy, log = here) =>
  (
    await log.log.patches.create({
      ...PLAIN_PATCH,
      id: newId(),
      name,
      lat: 47.03,
      lon: -20.01,
      privacy,
    })
  ).item

const row = (fields: Record<string, string> = {}) => ({
  scientificName: 'Tanacetum vulgare',
  eventDate: '2026-08-12',
  organismQuantity: '300',
  organismQuantityType: 'g fresh',
  ...fields,
})
const csv = (...rows: Record<string, string>[]) =>
  bytes(writeTable([...new Set(rows.flatMap((each) => Object.keys(each)))], rows))

const outcomes = ({ rows }: ImportPlan) => rows.map(({ line, outcome }) => [line, outcome])

describe('gatherings out and in', () => {
  test('an exported file read back is the same, row for row; in an empty log it gives the same log', async () => {
    const lane = await place('Quarry Lane', 'exact')
    await here.lot({
      patchId: lane.id,
      grossG: 352.5,
      tareG: 11,
      dryFraction: 0.19,
      stage: 'full flower',
      minutes: 25,
      note: '=SUM(A1) "quoted"\nand a line',
      weather: 'dry',
    })
    await here.lot({
      sourceId: DOCK,
      state: 'dried',
      netG: 210,
      sureness: 'likely',
      contents: [{ what: 'foreign', share: 0.1, basis: 'guessed' }],
    })
    const counted = await here.lot({ netG: 48, count: 7, measure: 'head' })
    await here.log.lots.change(counted.id, 1, {
      step: { id: newId(), kind: 'dried', doneOn: '2026-08-20', afterG: 9, note: '' },
    })
    const file = await wholeOf(here.log.exchange.write('gatherings.csv'))
    const again = await here.log.exchange.gatherings.preview(bytes(file), quiet)
    expect(again.counts).toEqual({ new: 0, same: 3, changed: 0, leftOut: 0, refused: 0 })

    const other = await openTestLog()
    try {
      const plan = await other.log.exchange.gatherings.preview(bytes(file), quiet)
      expect(plan.counts).toEqual({ new: 3, same: 0, changed: 0, leftOut: 0, refused: 0 })
      const done = await other.log.exchange.gatherings.apply(bytes(file), plan.hash, quiet)
      expect(done.rows).toBe(3)
      expect(await wholeOf(other.log.exchange.write('gatherings.csv'))).toBe(file)
      await other.log.changes.undo(done.changeSetId!)
      expect((await other.log.lots.page({ limit: 10, aside: false })).items).toEqual([])
    } finally {
      await other.database.close()
    }
  })

  test.each([
    ['dropped', { locality: '', decimalLatitude: '' }],
    ['rounded', { locality: '', decimalLatitude: '47' }],
    ['exact', { locality: 'Quarry Lane', decimalLatitude: '47.03' }],
  ] as const)('a place that is %s leaves so in every file', async (privacy, shown) => {
    const lane = await place('Quarry Lane', privacy)
    await here.lot({ patchId: lane.id })
    const [head, line] = (await wholeOf(here.log.exchange.write('gatherings.csv'))).split('\r\n')
    const at = (column: string) => line!.split(',')[head!.split(',').indexOf(column)]
    expect(at('locality')).toBe(shown.locality)
    expect(at('decimalLatitude')).toBe(shown.decimalLatitude)
    const gpx = await wholeOf(here.log.exchange.write('patches.gpx'))
    expect(gpx.includes('Quarry Lane')).toBe(privacy === 'exact')
    expect(gpx.includes('47.03')).toBe(privacy === 'exact')
    expect((await wholeOf(here.log.exchange.write('stock.csv'))).includes('Quarry Lane')).toBe(
      false,
    )
  })

  test('a withheld place in a file says nothing of where it was', async () => {
    const carr = await place('Alder Carr', 'dropped')
    const lot = await here.lot({ patchId: carr.id })
    const file = (await wholeOf(here.log.exchange.write('gatherings.csv'))).replace(
      '300,g fresh',
      '320,g fresh',
    )
    const plan = await here.log.exchange.gatherings.preview(bytes(file), quiet)
    expect(plan.rows).toMatchObject([{ outcome: 'changed', why: 'organismQuantity' }])
    await here.log.exchange.gatherings.apply(bytes(file), plan.hash, quiet)
    expect(await here.log.lots.read(lot.id)).toMatchObject({ patchId: carr.id, netG: 320 })
  })

  test('a note is changed of a lot that was weighed since; its amount is not touched', async () => {
    const lot = await here.lot({ netG: 500 })
    const step = { id: newId(), kind: 'dried' as const, doneOn: '2026-08-20', afterG: 95, note: '' }
    await here.log.lots.change(lot.id, 1, { step })
    const file = (await wholeOf(here.log.exchange.write('gatherings.csv'))).replace(
      '2026-08-12',
      '2026-08-11',
    )
    const plan = await here.log.exchange.gatherings.preview(bytes(file), quiet)
    expect(plan.rows).toMatchObject([{ outcome: 'changed', why: 'eventDate' }])
    await here.log.exchange.gatherings.apply(bytes(file), plan.hash, quiet)
    expect(await here.log.lots.read(lot.id)).toMatchObject({
      gatheredOn: '2026-08-11',
      leftG: 95,
      netG: 500,
      state: 'dried',
    })
  })

  test('says row by row what it will do, and why it refuses', async () => {
    await here.lot({ netG: 300 })
    const file = csv(
      row({ dynamicProperties: '' }),
      row({ organismQuantity: '120', locality: 'Ling Moor' }),
      row({ eventDate: '31/02/2026' }),
      row({ scientificName: 'Nowhere planta' }),
      row({ scientificName: 'Alnus glutinosa' }),
      row({ scientificName: 'Rubus caesius', dynamicProperties: '{"part":"leaf"}' }),
      row({ eventDate: '2031-01-01' }),
    )
    const plan = await here.log.exchange.gatherings.preview(file, quiet)
    expect(outcomes(plan)).toEqual([
      [2, 'same'],
      [3, 'new'],
      [4, 'refused'],
      [5, 'refused'],
      [6, 'refused'],
      [7, 'new'],
      [8, 'refused'],
    ])
    const why = plan.rows.map((each) => each.why)
    expect(why[1]).toContain('the place Ling Moor is added')
    expect(why[2]).toContain('31/02/2026')
    expect(why[3]).toContain('is not in the catalogue')
    expect(why[4]).toContain('dynamicProperties must say the part (bark or cone)')
    expect(why[5]).toContain('added as a source of your own')
    await expect(here.log.exchange.gatherings.apply(file, plan.hash, quiet)).rejects.toMatchObject(
      refusal(422, 'the first on line 4'),
    )
    expect((await here.log.lots.page({ limit: 10, aside: false })).items).toHaveLength(1)
    expect((await here.log.patches.page({ limit: 10, aside: false })).items).toHaveLength(0)
  })

  test('is done only as it was looked at', async () => {
    const file = csv(row())
    const plan = await here.log.exchange.gatherings.preview(file, quiet)
    await expect(
      here.log.exchange.gatherings.apply(csv(row({ organismQuantity: '1' })), plan.hash, quiet),
    ).rejects.toMatchObject(refusal(409, 'look again'))
    const { changeSetId } = await here.log.exchange.gatherings.apply(file, plan.hash, quiet)
    expect(changeSetId).not.toBeNull()
    const [lot] = (await here.log.lots.page({ limit: 10, aside: false })).items
    expect(lot).toMatchObject({ sourceId: TANSY, netG: 300, code: 'TAN-26-01' })
  })

  test('a tag of the file is kept where it is free, and not given again', async () => {
    const file = csv(
      row({ catalogNumber: 'TAN-26-07', occurrenceID: newId() }),
      row({ catalogNumber: 'no tag', organismQuantity: '5' }),
    )
    const plan = await here.log.exchange.gatherings.preview(file, quiet)
    await here.log.exchange.gatherings.apply(file, plan.hash, quiet)
    expect((await here.lot()).code).toBe('TAN-26-09')
    const codes = (await here.log.lots.page({ limit: 10, aside: false })).items.map(
      ({ code }) => code,
    )
    expect(codes.sort()).toEqual(['TAN-26-07', 'TAN-26-08', 'TAN-26-09'])
  })

  test.each([
    ['a wrong encoding', Uint8Array.from([...csv(row({ locality: 'x' })), 0xfc]), 3],
    ['missing columns', bytes('scientificName,eventDate\r\na,b\r\n'), 1],
    [
      'mixed line ends',
      bytes(
        'scientificName,eventDate,organismQuantity,organismQuantityType\r\na,b,c,d\ne,f,g,h\r\n',
      ),
      2,
    ],
    [
      'a formula',
      bytes('scientificName,eventDate,organismQuantity,organismQuantityType\n=1+1,b,c,d\n'),
      2,
    ],
  ])('%s changes nothing and says which line', async (_, file, line) => {
    const failed = await here.log.exchange.gatherings
      .preview(file, quiet)
      .catch((error: unknown) => error)
    expect(failed).toBeInstanceOf(FileProblem)
    expect((failed as FileProblem).line).toBe(line)
  })

  test('tells how far it is', async () => {
    const rows = Array.from({ length: 450 }, (_, i) => row({ organismQuantity: String(i + 1) }))
    const steps: number[] = []
    await here.log.exchange.gatherings.preview(csv(...rows), (done) => steps.push(done))
    expect(steps).toEqual([200, 400])
  })
})

describe('places in', () => {
  const gpx = (...points: [string, number, number][]) =>
    bytes(
      `<gpx version="1.1">${points.map(([name, lat, lon]) => `<wpt lat="${lat}" lon="${lon}"><name>${name}</name></wpt>`).join('')}</gpx>`,
    )

  test('from GPX: new, same and changed, all or nothing', async () => {
    await place('Quarry Lane', 'dropped')
    const file = gpx(['quarry lane', 47.03, -20.01], ['Ling Moor', 47.04, -20.03])
    const plan = await here.log.exchange.patches.preview(file)
    expect(plan.rows.map(({ outcome }) => outcome)).toEqual(['same', 'new'])
    await here.log.exchange.patches.apply(file, plan.hash)
    const moved = gpx(['Ling Moor', 47.05, -20.03])
    const next = await here.log.exchange.patches.preview(moved)
    expect(next.rows).toMatchObject([{ outcome: 'changed' }])
    await here.log.exchange.patches.apply(moved, next.hash)
    const { items } = await here.log.patches.page({ limit: 10, aside: false, q: 'ling' })
    expect(items).toMatchObject([{ lat: 47.05, privacy: 'dropped' }])
    const twice = await here.log.exchange.patches.preview(gpx(['A', 1, 1], ['a', 2, 2]))
    expect(twice.rows.map(({ outcome }) => outcome)).toEqual(['new', 'refused'])
  })

  test('what is neither GPX nor GeoJSON is refused', async () => {
    await expect(here.log.exchange.patches.preview(bytes('name,lat\nx,1'))).rejects.toThrow(
      'neither GPX nor GeoJSON',
    )
  })
})

test('jars and stock go out as tables', async () => {
  const lot = await here.lot({ netG: 500, dryFraction: 0.2, gatheredOn: '2026-08-01' })
  const jar = {
    id: newId(),
    way: 'steep' as const,
    vessel: '',
    vesselL: null,
    waterL: 2,
    ammoniaL: 0,
    tempC: 12,
    startedAt: '2026-08-02T09:00:00Z',
    note: '',
    lots: [{ lotId: lot.id, massG: 100 }],
  }
  await here.log.jars.create(jar)
  await here.log.jars.change(jar.id, 1, {
    round: {
      id: newId(),
      kind: 'look',
      at: '2026-08-05T09:00:00Z',
      lookedAt: 'bath',
      how: 'foam',
      colourWord: '=tea',
      hex: '#c69a5d',
      ph: 6,
      smell: '',
      mould: false,
      note: '',
    },
  })
  expect(await wholeOf(here.log.exchange.write('stock.csv'))).toContain(
    'TAN-26-01,Tanacetum vulgare,tansy,flower heads,2026-08-01,fresh,whole,400,80,0.2,measured,0,',
  )
  expect(await wholeOf(here.log.exchange.write('jars.csv'))).toContain(
    "bath,foam,'=tea,#c69a5d,6,,no",
  )
})
