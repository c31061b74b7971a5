import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import Papa from 'papaparse'
import {
  DARWIN_CORE_COLUMNS,
  fromDarwinCore,
  toDarwinCore,
  type GatheringRecord,
} from '../../../../core/formats/darwin-core'
import { sharedPlace } from '../../../../core/formats/place'
import { FileProblem, readTable, writeTable } from '../../../../core/formats/table'
import { readGeoJson, readGpx, writeGeoJson, writeGpx } from '../../../../core/formats/waypoints'
import { newId } from '../../../../shared/ids'

const bytes = (text: string) => new TextEncoder().encode(text)
const problem = (run: () => unknown): FileProblem => {
  try {
    run()
  } catch (error) {
    if (error instanceof FileProblem) return error
    throw error
  }
  throw new Error('nothing was wrong')
}

describe('a table read', () => {
  test('with its lines, also where cells hold line ends', () => {
    const { rows } = readTable(bytes('a,b\r\n1,"x\r\ny"\r\n\r\n2,z\r\n'), ['a'])
    expect(rows).toEqual([
      { line: 2, cells: { a: '1', b: 'x\r\ny' } },
      { line: 5, cells: { a: '2', b: 'z' } },
    ])
  })

  test.each([
    ['a UTF-8 file with a mark', bytes('\ufeffa,b\n1,2\n')],
    ['semicolons', bytes('a;b\n1;2\n')],
    ['tabs', bytes('a\tb\n1\t2\n')],
  ])('%s is read', (_, file) => {
    expect(readTable(file, ['a', 'b']).rows[0]!.cells).toEqual({ a: '1', b: '2' })
  })

  test.each([
    [
      'another encoding',
      Uint8Array.from([...bytes('a,b\n1,2\n'), 0x66, 0xfc, 0x72, 0x2c, 0x32, 0x0a]),
      3,
      'not UTF-8',
    ],
    ['UTF-16', Uint8Array.from([0xff, 0xfe, 0x61, 0x00]), 1, 'UTF-16'],
    ['nothing', bytes('  \n'), 1, 'empty'],
    ['a missing column', bytes('a,c\n1,2\n'), 1, 'the columns b are missing'],
    ['a column twice', bytes('a,b,a\n1,2,3\n'), 1, 'a stands there twice'],
    ['mixed line ends', bytes('a,b\r\n1,2\r\n3,4\n5,6\r\n'), 3, 'two different ways'],
    ['too few cells', bytes('a,b\n1,2\n3\n'), 3, '1 cells'],
    ['an open quotation', bytes('a,b\n1,"2\n3,4\n'), 2, 'quotation'],
    ['a formula', bytes('a,b\n1,2\n3,=1+1\n'), 3, 'b holds a formula'],
    ['a hidden formula', bytes('a,b\n@SUM(1),2\n'), 2, 'a holds a formula'],
  ])('%s says which line and why', (_, file, line, why) => {
    const found = problem(() => readTable(file, ['a', 'b']))
    expect(found.line).toBe(line)
    expect(found.message).toContain(why)
  })
})

describe('a table written', () => {
  test.each(['=1+1', '+cmd', '-2+3', '@SUM(A1)', '\tx', '=HYPERLINK("http://x")'])(
    'a cell that begins as %j is made harmless, and read back as it was',
    (cell) => {
      const text = writeTable(['a', 'b'], [{ a: cell, b: 'x' }])
      const raw = Papa.parse<string[]>(text.trim()).data[1]![0]!
      expect(raw).toBe(`'${cell}`)
      expect(readTable(bytes(text), ['a']).rows[0]!.cells.a).toBe(
        cell.startsWith('\t') ? "'\tx" : cell,
      )
    },
  )

  test('a plain number stays one, also below 0', () => {
    expect(writeTable(['a'], [{ a: -2.2871 }])).toBe('a\r\n-2.2871\r\n')
  })

  test('any cells come back', () => {
    const cell = fc
      .string({ unit: 'grapheme', maxLength: 20 })
      .map((text) => text.trim())
      .filter((text) => !/^['\t\r]/.test(text))
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 5 }), (pairs) => {
        const rows = pairs.map(([a, b]) => ({ a: `x${a}`, b }))
        const back = readTable(bytes(writeTable(['a', 'b'], rows)), ['a', 'b'])
        expect(back.rows.map(({ cells }) => cells)).toEqual(rows)
      }),
    )
  })
})

describe('a gathering as Darwin Core', () => {
  const record: GatheringRecord = {
    id: newId(),
    code: 'TAN-26-03',
    scientificName: 'Tanacetum vulgare',
    commonName: 'tansy',
    group: 'plant',
    part: 'flowerHead',
    gatheredOn: '2026-08-12',
    massG: 341.5,
    state: 'fresh',
    amountBasis: 'measured',
    count: 60,
    measure: 'head',
    grossG: 352.5,
    tareG: 11,
    dryFraction: 0.19,
    stage: 'full flower',
    obtained: 'picked',
    host: '',
    words: { weather: 'dry' },
    minutes: 25,
    chop: 'whole',
    contents: [{ what: 'leaf', share: 0.2, basis: 'guessed' }],
    sureness: 'likely',
    evidence: [{ kind: 'features', words: 'buttons without rays' }],
    note: '=not a formula, a note with "marks" and\ntwo lines',
    place: { locality: 'Quarry Lane', lat: 47.03, lon: -20.01, uncertaintyM: null, withheld: null },
  }

  test('comes back as it was, through a file', () => {
    const text = writeTable(DARWIN_CORE_COLUMNS, [toDarwinCore(record)])
    const [row] = readTable(bytes(text), ['scientificName']).rows
    expect(fromDarwinCore(row!.cells)).toEqual(record)
  })

  test('uses the terms and values of the standard', () => {
    expect(toDarwinCore(record)).toMatchObject({
      occurrenceID: `urn:uuid:${record.id}`,
      basisOfRecord: 'MaterialSample',
      kingdom: 'Plantae',
      identificationQualifier: 'cf.',
      eventDate: '2026-08-12',
      organismQuantity: '341.5',
      organismQuantityType: 'g fresh',
      geodeticDatum: 'WGS84',
    })
  })

  test('a row of another program is taken as far as it goes', () => {
    const row = {
      scientificName: 'Tanacetum vulgare',
      eventDate: '2026-08-12T10:00:00Z',
      organismQuantity: '0.5',
      organismQuantityType: 'kg, dried',
      identificationQualifier: '?',
    }
    expect(fromDarwinCore(row)).toMatchObject({
      gatheredOn: '2026-08-12',
      massG: 500,
      state: 'dried',
      sureness: 'unsure',
      id: null,
      obtained: 'picked',
    })
  })

  test.each([
    [{ eventDate: '31/02/2026' }, 'eventDate must be a calendar date'],
    [{ eventDate: '2026-02-31' }, 'eventDate must be a calendar date'],
    [{ organismQuantity: 'many' }, 'organismQuantity must be a number'],
    [{ organismQuantity: '-3' }, 'above 0'],
    [{ organismQuantityType: 'individuals' }, 'organismQuantityType must be g or kg'],
    [{ scientificName: '' }, 'scientificName is empty'],
    [{ dynamicProperties: '[1]' }, 'dynamicProperties must be a JSON object'],
    [{ decimalLatitude: 'north' }, 'decimalLatitude must be a number'],
    [{ samplingEffort: 'a while' }, 'samplingEffort must be minutes'],
  ])('%j is refused in words', (fields, why) => {
    expect(() => fromDarwinCore({ ...toDarwinCore(record), ...fields })).toThrow(why)
  })
})

describe('what leaves of a place', () => {
  const place = { name: 'Quarry Lane', lat: 47.0312, lon: -20.0561 }
  test('nothing, unless it was chosen', () => {
    expect(sharedPlace({ ...place, privacy: 'dropped' })).toEqual({
      locality: null,
      lat: null,
      lon: null,
      uncertaintyM: null,
      withheld: 'place withheld by the gatherer',
    })
  })
  test('a tenth of a degree, and no name, with its uncertainty', () => {
    const shared = sharedPlace({ ...place, privacy: 'rounded' })
    expect(shared).toMatchObject({ locality: null, lat: 47, lon: -20.1, uncertaintyM: 7870 })
  })
  test('all of it where it may', () => {
    expect(sharedPlace({ ...place, privacy: 'exact' })).toMatchObject({
      locality: 'Quarry Lane',
      lat: 47.0312,
      lon: -20.0561,
    })
  })
})

describe('waypoints', () => {
  const points = [
    { name: 'Ling & Moor <1>', note: 'open "moor"', lat: 47.0412, lon: -20.0371 },
    { name: 'Tide Meadow', note: '', lat: -33.5, lon: 151.25 },
  ]
  test('go out and come back as GPX and as GeoJSON', () => {
    expect(readGpx(writeGpx(points))).toEqual(points)
    expect(readGeoJson(writeGeoJson(points))).toEqual(points)
  })

  test('the middle of a track and of a polygon', () => {
    const track = `<gpx version="1.1"><trk><name>Beck</name><trkseg><trkpt lat="47" lon="-20"/><trkpt lat="47.2" lon="-20"/></trkseg></trk></gpx>`
    expect(readGpx(track)[0]).toMatchObject({
      name: 'Beck',
      lat: expect.closeTo(47.1, 6) as unknown,
      lon: expect.closeTo(-20, 6) as unknown,
    })
    const ring = [
      [-20, 47],
      [-20, 47.2],
      [-19.8, 47.2],
      [-19.8, 47],
      [-20, 47],
    ]
    const polygon = JSON.stringify({
      type: 'Feature',
      properties: { name: 'Carr' },
      geometry: { type: 'Polygon', coordinates: [ring] },
    })
    const [carr] = readGeoJson(polygon)
    expect(carr!.lat).toBeCloseTo(47.1, 2)
    expect(carr!.lon).toBeCloseTo(-19.9, 2)
  })

  test.each([
    ['<gpx><wpt lat="95" lon="0"/></gpx>', 1, 'nowhere on Earth'],
    ['<gpx>\n<wpt lat="47"', 1, 'not well formed'],
    ['<kml/>', 1, 'not GPX'],
    ['<?xml version="1.0"?>\n<!DOCTYPE gpx [<!ENTITY a "b">]><gpx/>', 2, 'definitions of its own'],
    ['<gpx><trk><name>x</name></trk></gpx>', 1, 'no point'],
  ])('GPX %j is refused', (text, line, why) => {
    const found = problem(() => readGpx(text))
    expect([found.line, found.message.includes(why)]).toEqual([line, true])
  })

  test.each([
    ['{"type":', 1, 'not JSON'],
    ['{"type":"Topology"}', 1, 'not GeoJSON'],
    ['{"type":"Feature","geometry":null}', 1, 'has no shape'],
    [
      '{"type":"Feature","geometry":{"type":"Point","coordinates":[200,47]}}',
      1,
      'nowhere on Earth',
    ],
  ])('GeoJSON %j is refused', (text, line, why) => {
    const found = problem(() => readGeoJson(text))
    expect([found.line, found.message.includes(why)]).toEqual([line, true])
  })
})
