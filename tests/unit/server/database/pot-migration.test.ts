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

/** A log of the third version, with a pot that was dyed, its swatch and a setting. */
async function olderLog() {
  write = openMemoryDatabase().write
  await migrate(write, MIGRATIONS.slice(0, 3))
  const [pieceId, potId, swatchId] = [newId(), newId(), newId()]
  const piece = { id: pieceId, code: 'WOL-26-01', name: '', fibre: 'wool', form: 'yarn', dry_g: 10 }
  await write('piece').insert({ ...recorded, ...piece })
  const pot = { id: potId, code: 'POT-26-01', title: '', dyed_on: '2026-01-02', way: 'simmer' }
  await write('pot').insert({ ...recorded, ...pot, temp_c: 82, minutes: 60 })
  await write('pot_piece').insert({ pot_id: potId, piece_id: pieceId, dry_g: 10 })
  await write('pot_event').insert({ id: newId(), pot_id: potId, kind: 'done', at: AT, note: '' })
  await write('swatch').insert({
    ...recorded,
    id: swatchId,
    code: 'SWA-26-01',
    pot_id: potId,
    piece_id: pieceId,
  })
  await write('setting').insert({ name: 'hemisphere', value: 'southern' })
  return { pieceId, potId, swatchId }
}

describe('a log of the third version', () => {
  test('its pots are done, with their notes and swatches, and its settings stand', async () => {
    const { potId, swatchId } = await olderLog()
    await migrate(write)
    await seedCatalogue(write, AT)
    const log = createLog(databaseOf(write))
    const pot = await log.pots.read(potId)
    expect(pot).toMatchObject({
      stage: 'done',
      plan: null,
      end: null,
      litAt: null,
      bathNumber: 1,
      isRatioKnown: true,
      tempC: 82,
      minutes: 60,
      ratioDry: null,
      vesselId: null,
    })
    expect(pot.pieces[0]).toMatchObject({ swatchId, minutes: null, outcome: null })
    expect(pot.events).toMatchObject([{ kind: 'done', data: {}, stepId: null }])
    expect((await log.settings.read()).hemisphere).toBe('southern')
    expect(await write.raw('pragma foreign_key_check')).toEqual([])
  })

  test('a pot whose pieces are let go leaves them in the basket', async () => {
    const { potId, pieceId, swatchId } = await olderLog()
    await migrate(write)
    const pots = async () => (await write('piece').where({ id: pieceId }).first('pots')) as object
    expect(await pots()).toEqual({ pots: 1 })
    await write('swatch').where({ id: swatchId }).delete()
    await write('pot_piece').where({ pot_id: potId }).delete()
    expect(await pots()).toEqual({ pots: 0 })
  })

  test('a vessel, a way and a next bath are referred to, or refused', async () => {
    const { potId } = await olderLog()
    await migrate(write)
    for (const column of ['vessel_id', 'own_way_id', 'from_pot_id']) {
      await expect(
        write('pot')
          .where({ id: potId })
          .update({ [column]: newId() }),
      ).rejects.toMatchObject({
        message: expect.stringContaining('FOREIGN KEY') as unknown as string,
      })
    }
  })
})
