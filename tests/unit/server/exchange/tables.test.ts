import { buffer } from 'node:stream/consumers'
import yazl from 'yazl'
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { G_PER_LB, G_PER_OZ } from '../../../../core/quantity/units'
import { US_UNITS } from '../../../../core/quantity/unit-choice'
import { readTable } from '../../../../core/formats/table'
import { checkPacked } from '../../../../server/services/exchange/check-packed'
import { readGrid } from '../../../../core/formats/grid'
import type { MappedColumn } from '../../../../shared/rules/table/column-roles'
import type { TableImport } from '../../../../shared/schemas/exchange/table-import'
import { openTestLog, TANSY, type TestLog } from '../../../fixtures/log'
import {
  csvOf,
  formulaXlsx,
  from1904,
  mapped,
  LONG,
  mergedXlsx,
  ROUGH_CSV,
  WIDE,
  wideOds,
} from '../../../fixtures/spreadsheets'

let here: TestLog
beforeEach(async () => void (here = await openTestLog()))
afterEach(() => here.database.close())

const bytesOf = (table: TableImport) => new TextEncoder().encode(JSON.stringify(table))
const preview = (table: TableImport) => here.log.exchange.table.preview(bytesOf(table))
async function bringIn(table: TableImport) {
  const { hash, rows } = await preview(table)
  expect(rows.filter(({ outcome }) => outcome === 'refused')).toEqual([])
  return here.log.exchange.table.apply(bytesOf(table), hash)
}
const rolesOf = (columns: readonly MappedColumn[]) =>
  columns.map(({ role, unit }) => (unit ? `${role} ${unit}` : role))
const pots = async () =>
  (await here.log.pots.page({ aside: false, limit: 200 })).items.sort((a, b) =>
    a.dyedOn.localeCompare(b.dyedOn),
  )

describe('a table with a row for each skein', () => {
  const words = { fibre: { 'merino sw': 'superwash' }, mordant: { al: 'alum' } }
  const long = (change: Partial<TableImport> = {}) =>
    mapped(csvOf(LONG), { order: 'mdy', words, ...change }, US_UNITS)

  test('is mapped by its heads', () => {
    expect(rolesOf(long().columns)).toEqual([
      'dyed',
      'pot',
      'plant',
      'plantMass oz',
      'fibre',
      'fibreMass oz',
      'mordant',
      'colour',
      'note',
    ])
  })

  test('asks for words that it does not know, each once, and remembers nothing by itself', async () => {
    const { unknown, counts } = await preview(long({ words: {} }))
    expect(unknown).toEqual([{ kind: 'mordant', text: 'al', rows: 3 }])
    expect(counts).toMatchObject({ refused: 2, new: 1 })
  })

  test('comes in as pots with their skeins, every fact in grams, days and kinds', async () => {
    const { rows, changeSetId } = await bringIn(long())
    expect(rows).toBe(3)
    const [old, first, second] = [
      ...(await pots()).filter(({ dyedWithinDays }) => dyedWithinDays > 0),
      ...(await pots()).filter(({ dyedWithinDays }) => dyedWithinDays === 0),
    ]
    expect(first).toMatchObject({ dyedOn: '2024-08-15', note: expect.stringContaining('clear') })
    expect(first!.pieces.map(({ dryG }) => dryG)).toEqual([2 * G_PER_OZ, 2 * G_PER_OZ])
    expect(first!.lots).toMatchObject([{ sourceId: TANSY, state: 'fresh' }])
    // the log keeps milligrams
    expect(first!.lots[0]!.massG).toBeCloseTo(12 * G_PER_OZ, 3)
    expect(second!.lots[0]!.massG).toBeCloseTo(2 * G_PER_LB, 3)
    expect(second!.dyedOn).toBe('2024-09-02')
    const pieces = await Promise.all(
      [...first!.pieces, ...second!.pieces].map(({ pieceId }) => here.log.pieces.read(pieceId)),
    )
    expect(pieces.map(({ fibre }) => fibre).sort()).toEqual(['superwash', 'wool', 'wool'])
    // what is not told stays not known
    expect(old!.lots[0]).toMatchObject({ massBasis: 'unknown' })
    expect(old!.pieces[0]).toMatchObject({ dryBasis: 'unknown' })
    const { groups } = await here.log.strength.ofSource(TANSY)
    expect(groups.map(({ fibreClass, mordant, n }) => [fibreClass, mordant, n])).toEqual(
      expect.arrayContaining([['wool', 'Al', 1]]),
    )

    // and goes out again as it came in
    let out = ''
    for await (const piece of here.log.exchange.write('swatches.csv')) out += piece
    const hexes = readTable(new TextEncoder().encode(out), ['hex']).rows.map(({ cells }) => cells)
    expect(hexes.map(({ hex }) => hex).sort()).toEqual(
      LONG.slice(1)
        .map((row) => row[7])
        .sort(),
    )

    // one undo; then it may come again, and a second time changes nothing
    await here.log.changes.undo(changeSetId!)
    expect(await pots()).toEqual([])
    await bringIn(long())
    expect((await preview(long())).counts).toMatchObject({ same: 3, new: 0 })
  })

  test('two rows that say different things of one pot are refused', async () => {
    const odd = LONG.map((row, i) => (i === 2 ? [...row.slice(0, 3), 14, ...row.slice(4)] : row))
    const { rows } = await preview(mapped(csvOf(odd), { order: 'mdy', words }, US_UNITS))
    expect(rows[0]).toMatchObject({
      outcome: 'refused',
      why: 'line 3 says another amount of plant of the same pot',
    })
  })

  test('a cell that cannot be read refuses its row by name, or goes into its note', async () => {
    const odd = LONG.map((row, i) =>
      i === 3 ? [...row.slice(0, 3), 'a bagful', ...row.slice(4)] : row,
    )
    const table = (unread: TableImport['unread']) =>
      mapped(csvOf(odd), { order: 'mdy', words, unread }, US_UNITS)
    const { rows } = await preview(table('refuse'))
    expect(rows.find(({ outcome }) => outcome === 'refused')!.why).toMatch(
      /^Dyestuff wt \(oz\) "a bagful": Cannot read "a bagful" as a mass/,
    )
    await bringIn(table('note'))
    const left = (await pots()).find(({ note }) => note.includes('a bagful'))
    expect(left).toMatchObject({ note: expect.stringContaining('Dyestuff wt (oz): a bagful') })
    expect(left!.lots[0]).toMatchObject({ massBasis: 'unknown' })
  })
})

test('a table with a column for each mordant makes a skein of each colour', async () => {
  for (const bytes of [csvOf(WIDE, ';'), wideOds()]) {
    expect(rolesOf(mapped(bytes).columns)).toEqual([
      'plant',
      'plantMass g',
      'fibreMass g',
      'dyed',
      'colour',
      'colour',
      'colour',
    ])
  }
  await bringIn(mapped(wideOds(), { fibre: 'wool' }))
  const [second, first] = await pots()
  expect([second!.pieces.length, first!.pieces.length]).toEqual([2, 3])
  expect(first!.pieces.every(({ dryG }) => dryG === 20)).toBe(true)
  // both makes of the same table are the same pots
  expect((await preview(mapped(csvOf(WIDE, ';'), { fibre: 'wool' }))).counts).toMatchObject({
    same: 2,
    new: 0,
  })
  const { groups } = await here.log.strength.ofSource(TANSY)
  expect(groups.map(({ mordant }) => mordant).sort()).toEqual(['Al', 'Fe', 'none'])
})

test('merged heads, units in cells, true dates and merged plants are read', async () => {
  const table = mapped(mergedXlsx())
  expect(table.columns.map(({ head }) => head)).toEqual([
    'Plant name',
    'Plant weight',
    'Fibre kind',
    'Fibre weight',
    'Bath date',
    'Bath temp',
    'Bath time',
    'Colour',
  ])
  expect(rolesOf(table.columns)).toEqual([
    'plant',
    'plantMass g',
    'fibre',
    'fibreMass g',
    'dyed',
    'temperature °C',
    'minutes min',
    'colour',
  ])
  await bringIn(table)
  const [one, two] = await pots()
  expect(one).toMatchObject({ dyedOn: '2024-08-15', tempC: 85, minutes: 90 })
  expect(two).toMatchObject({ dyedOn: '2024-08-16', tempC: 85, minutes: 45 })
  expect(two!.lots[0]!.massG).toBeCloseTo(G_PER_LB + 2 * G_PER_OZ, 3)
  expect(two!.lots[0]!.sourceId).toBe(TANSY)
})

test('days are those that the sheet shows, from whichever year it counts', () => {
  expect(readGrid(from1904())[0]!.rows[1]).toEqual(['2024-08-15', 'tansy', '1:30'])
  expect(readGrid(mergedXlsx())[0]!.rows[4]![4]).toBe('2024-08-15')
})

test('a formula is refused where it is read, and does no harm where it is not', async () => {
  const table = mapped(formulaXlsx(), { fibre: 'wool' })
  expect((await preview(table)).rows[0]).toMatchObject({
    outcome: 'refused',
    why: 'ratio "=B2/50": it holds a formula: paste its value, or leave its column unread',
  })
  const columns = table.columns.map((column) =>
    column.role === 'ratio' ? { ...column, role: 'skip' as const } : column,
  )
  expect((await preview({ ...table, columns })).counts).toMatchObject({ new: 1, refused: 0 })
})

test('no plant, a plant that may be several, and a fibre that nobody told are asked for', async () => {
  const table = (rows: string[][], change: Partial<TableImport> = {}) =>
    mapped(csvOf([['plant', 'plant g'], ...rows]), change)
  const [none, several, untold] = (
    await preview(
      table([
        ['', '30'],
        ['goldenrod', '30'],
        ['tansy', '30'],
      ]),
    )
  ).rows
  expect(none!.why).toBe('which plant it was is not told')
  expect(several!.why).toBe('say what is meant by plant "goldenrod"')
  expect(untold!.why).toBe('which fibre it was is not told: say it for all rows')
  const words = { plant: { goldenrod: TANSY } }
  const said = await preview(table([['goldenrod', '30']], { fibre: 'wool', words }))
  expect(said.counts).toMatchObject({ new: 1 })
})

test('a part that was told, or that nobody told where there are several, is not taken for another', async () => {
  const table = (rows: string[][]) =>
    mapped(csvOf([['plant', 'part', 'plant g'], ...rows]), { fibre: 'wool' })
  const { rows } = await preview(
    table([
      ['tansy', 'root', '30'],
      ['elder', '', '30'],
      ['elder', 'berries', '30'],
    ]),
  )
  expect(rows.map(({ why }) => why)).toEqual([
    'say what is meant by plant "tansy root"',
    'say what is meant by plant "elder"',
    '',
  ])
})

test('a table that is none is refused, and so are two columns of one thing', async () => {
  const table = mapped(csvOf(WIDE))
  const twice = {
    ...table,
    columns: table.columns.map((each) => ({ ...each, role: 'plant' as const })),
  }
  await expect(preview(twice)).rejects.toThrow('one column of "plant"')
  await expect(here.log.exchange.table.preview(new Uint8Array([1, 2]))).rejects.toThrow(
    'this is no table',
  )
})

test('a packed file that unpacks to more than any table, or is broken, is refused unread', async () => {
  const zip = new yazl.ZipFile()
  zip.addBuffer(Buffer.alloc(90_000_000), 'xl/worksheets/sheet1.xml')
  zip.end()
  await expect(checkPacked(await buffer(zip.outputStream))).rejects.toThrow('over 80 MB')
  await expect(checkPacked(mergedXlsx().subarray(0, 900))).rejects.toThrow('the file is broken')
  await expect(checkPacked(mergedXlsx())).resolves.toBeUndefined()
})

test('a log kept by hand is read with all that it leaves open', async () => {
  const table = mapped(new TextEncoder().encode(ROUGH_CSV), {}, US_UNITS)
  expect(table.columns.map(({ role }) => role)).toEqual([
    'dyed',
    'pot',
    'plant',
    'part',
    'plantMass',
    'state',
    'gathered',
    'place',
    'fibre',
    'fibreMass',
    'mordant',
    'way',
    'minutes',
    'temperature',
    'water',
    'ph',
    'colour',
    'verdict',
    'mark',
    'note',
  ])
  await bringIn(table)
  const [tansy, dock, bark] = await pots()
  expect(tansy).toMatchObject({ dyedOn: '2024-08-15', minutes: 60, tempC: 82, waterL: 2 })
  expect(tansy!.pieces).toHaveLength(2)
  expect(dock!.dyedWithinDays).toBe(15)
  expect(bark!.lots[0]).toMatchObject({ massBasis: 'unknown' })
})
