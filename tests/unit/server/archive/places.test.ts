import { describe, expect, test } from '@jest/globals'
import { columnWords, tableWords } from '../../../../server/services/archive/column-words'
import { placesOf } from '../../../../server/services/archive/places'
import { logTables } from '../../../../server/services/archive/log-tables'
import type { ArchivedPlaces } from '../../../../shared/views/keeping/keeping'
import { openTestLog } from '../../../fixtures/log'

const PATCHES = [
  { id: 'kept', privacy: 'dropped' as const, number: 1 },
  { id: 'rough', privacy: 'rounded' as const, number: 2 },
  { id: 'open', privacy: 'exact' as const, number: 3 },
]
const patch = (id: string) => ({
  id,
  name: 'Quarry lane',
  folded: 'quarry lane',
  lat: 47.1234,
  lon: 8.5678,
  note: 'left of the gate',
  hazards: 'loose stones by the gate',
})
const LOTS = new Map([
  ['lot of kept', 'kept'],
  ['lot of open', 'open'],
])
const out = (places: ArchivedPlaces) => placesOf(places, PATCHES, LOTS)

describe('what an archive tells of places', () => {
  test.each([
    ['asPatchesSay', 'kept', null, 'Place 1'],
    ['asPatchesSay', 'rough', 47.1, 'Place 2'],
    ['asPatchesSay', 'open', 47.1234, 'Quarry lane'],
    ['rounded', 'kept', null, 'Place 1'],
    ['rounded', 'open', 47.1, 'Place 3'],
    ['none', 'open', null, 'Place 3'],
    ['exact', 'kept', 47.1234, 'Quarry lane'],
  ] as const)('%s: of a place that is %s', (places, id, lat, name) => {
    const told = out(places)('patch', patch(id))
    expect(told).toMatchObject({ lat, name })
    if (name.startsWith('Place')) {
      expect(JSON.stringify(told)).not.toMatch(/quarry|gate/i)
    }
  })

  test('the history of changes tells no more than the places themselves', () => {
    const row = {
      collection: 'patches',
      row_id: 'kept',
      before: null,
      after: JSON.stringify({ ...patch('kept'), folded: undefined }),
    }
    const told = out('asPatchesSay')('change_log', row)
    expect(told.before).toBeNull()
    expect(String(told.after)).not.toMatch(/47|8\.5|quarry|gate/i)
    expect(out('exact')('change_log', row)).toEqual(row)
    expect(out('none')('change_log', { ...row, collection: 'lots' })).toMatchObject({
      after: row.after,
    })
  })

  test('photos are where their lot’s place is told to be', () => {
    const photo = (lot: string | null) => ({ lot_id: lot, lat: 47.1234, lon: 8.5678 })
    expect(out('asPatchesSay')('photo', photo('lot of open')).lat).toBe(47.1234)
    expect(out('asPatchesSay')('photo', photo('lot of kept')).lat).toBeNull()
    expect(out('asPatchesSay')('photo', photo(null)).lat).toBeNull()
    const entry = {
      collection: 'photos',
      after: JSON.stringify({ lotId: 'lot of kept', lat: 47.1, lon: 8 }),
      before: null,
    }
    expect(out('rounded')('change_log', entry).after).toContain('"lat":null')
  })
})

test('every table of an archive says what it holds, and its measures have units', async () => {
  const { database } = await openTestLog()
  for (const { name, columns } of await logTables(database.read)) {
    expect({ name, words: tableWords(name) }).not.toEqual({
      name,
      words: name.replaceAll('_', ' '),
    })
    for (const column of columns.filter((each) => /_(?:g|l|c|cm|min|at|on)$/.test(each.name))) {
      expect(columnWords(column.name)).toBeDefined()
    }
  }
  await database.close()
})
