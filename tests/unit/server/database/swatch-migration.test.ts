import { afterEach, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { MIGRATIONS, migrate } from '../../../../server/database/migrate'
import { databaseOf, openMemoryDatabase } from '../../../../server/database/open'
import { seedCatalogue } from '../../../../server/services/log/catalogue'
import { createLog } from '../../../../server/services/log/log'
import { newId } from '../../../../shared/ids'

let write: Knex
afterEach(() => write.destroy())

const AT = '2026-01-01T00:00:00Z'
const recorded = { rev: 1, created_at: AT, updated_at: AT, note: '' }
const SPECTRUM = new Array<number>(31).fill(0.4)

/** A log of the fourth version, with a swatch read by eye and by a spectrum. */
async function olderLog() {
  write = openMemoryDatabase().write
  await migrate(write, MIGRATIONS.slice(0, 4))
  const [pieceId, potId, swatchId] = [newId(), newId(), newId()]
  const piece = { id: pieceId, code: 'WOL-26-01', name: '', fibre: 'wool', form: 'yarn', dry_g: 10 }
  await write('piece').insert({ ...recorded, ...piece })
  await write('pot').insert({
    ...recorded,
    id: potId,
    code: 'POT-26-01',
    title: '',
    dyed_on: '2026-01-02',
    way: 'simmer',
  })
  await write('pot_piece').insert({ pot_id: potId, piece_id: pieceId, dry_g: 10 })
  await write('swatch').insert({
    ...recorded,
    id: swatchId,
    code: 'SWA-26-01',
    pot_id: potId,
    piece_id: pieceId,
  })
  const reading = { swatch_id: swatchId, wet: false, washed: true, l: 66, a: 0, b: 20 }
  await write('reading').insert([
    {
      ...reading,
      id: newId(),
      method: 'hex',
      hex: '#b5a07c',
      clipped: '[]',
      read_at: '2026-01-03T10:00:00Z',
    },
    {
      ...reading,
      id: newId(),
      method: 'reflectance',
      hex: '#aaaaaa',
      clipped: '[]',
      read_at: '2026-01-04T10:00:00Z',
      reflectance: JSON.stringify(SPECTRUM),
    },
  ])
  return swatchId
}

describe('a log of the fourth version', () => {
  test('keeps its readings: a colour was by eye, a spectrum was not', async () => {
    const swatchId = await olderLog()
    await migrate(write)
    await seedCatalogue(write, AT)
    const log = createLog(databaseOf(write))
    const swatch = await log.swatches.read(swatchId)
    expect(swatch).toMatchObject({ hoped: null, verdict: null, verdictWhy: '', attentionMin: null })
    // the last one first
    expect(swatch.readings).toMatchObject([
      { by: 'file', reflectance: SPECTRUM },
      { by: 'eye', hex: '#b5a07c', lightHours: null, errorDe: null, unevenness: null },
    ])
    expect(await write.raw('pragma foreign_key_check')).toEqual([])
    expect(await write('curve_cache')).toEqual([])
  })

  test('is migrated once, and says that it goes forward only', async () => {
    await olderLog()
    await migrate(write)
    await migrate(write)
    expect(await write('knex_migrations').pluck('name')).toEqual(MIGRATIONS.map(({ name }) => name))
    await expect(MIGRATIONS.at(-1)!.down!(write)).rejects.toThrow('restore a backup')
  })
})
