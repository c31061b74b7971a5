import type { Knex } from 'knex'
import { potRepository } from '../../repositories/pots'
import { swatchRepository } from '../../repositories/swatches'
import { unacceptable } from '../log/failures'
import { swatchesOf, type LogSwatch, type VesselMaterials } from './log-swatches'

/**
 * A swatch by its id or code, as evidence.
 *
 * @param name of the field it was asked in, for the complaint
 * @throws Refusal where there is none, or no strength can be told of it
 */
export async function readSwatch(
  db: Knex,
  name: string,
  asked: string,
  materialOf: VesselMaterials,
): Promise<LogSwatch> {
  const row = (await db('swatch')
    .whereNull('set_aside_at')
    .where((where) => where.where({ id: asked }).orWhereRaw('upper(code) = ?', asked.toUpperCase()))
    .first('id')) as { id: string } | undefined
  if (!row) throw unacceptable(`/${name}`, `There is no swatch ${asked}.`)
  const [swatch] = await swatchRepository(db).findMany([row.id])
  const sources = swatch ? await sourcesOf(db, swatch.potId) : []
  for (const id of sources) {
    const { items } = await swatchesOf(db, id, materialOf)
    const found = items.find(({ look }) => look.id === row.id)
    if (found) return found
  }
  throw unacceptable(
    `/${name}`,
    `No strength can be told of ${swatch?.code ?? asked}: it is not read yet, its bare fibre is not, or it is too faint.`,
  )
}

/** Of the bath, or of the first one that it followed. */
async function sourcesOf(db: Knex, potId: string): Promise<string[]> {
  const [pot] = await potRepository(db).findMany([potId])
  if (!pot) return []
  if (pot.fromPotId) return sourcesOf(db, pot.fromPotId)
  return [...new Set(pot.lots.map(({ sourceId }) => sourceId))]
}
