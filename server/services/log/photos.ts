import type { Knex } from 'knex'
import pLimit from 'p-limit'
import { newId } from '../../../shared/ids'
import type { NewPhoto, Photo, PhotoQuery, PhotoUpload } from '../../../shared/schemas/loft/photo'
import type { Database } from '../../database/open'
import type { PhotoFiles } from '../../photos/photo-files'
import { takePhoto, type TakenPhoto } from '../../photos/take-photo'
import { notFound, Refusal, unacceptable } from './failures'
import { plainKind } from './plain-kind'
import type { Clock, Records, Written } from './records'
import { present } from '../../../core/present'

export const photoKind = plainKind<Photo, NewPhoto, { note?: string }, PhotoQuery>({
  collection: 'photos',
  noun: 'photo',
  table: 'photo',
  columns: {
    hash: 'hash',
    width: 'width',
    height: 'height',
    bytes: 'bytes',
    lotId: 'lot_id',
    jarId: 'jar_id',
    swatchId: 'swatch_id',
    roundId: 'round_id',
    takenAt: 'taken_at',
    lat: 'lat',
    lon: 'lon',
    note: 'note',
  },
  narrow(rows, { lotId, jarId, swatchId, sourceId }) {
    if (lotId) rows.where({ lot_id: lotId })
    if (jarId) rows.where({ jar_id: jarId })
    if (swatchId) rows.where({ swatch_id: swatchId })
    if (sourceId) {
      rows.whereIn('lot_id', (lots) => {
        void lots.select('id').from('lot').where({ source_id: sourceId })
      })
    }
  },
})

/** An unpacked picture takes up to a quarter of a gigabyte: never more than two at a time. */
const twoAtOnce = pLimit(2)

type PhotoRecords = Records<Photo, NewPhoto, { note?: string }, PhotoQuery>

/** A photo as kept, and the place it told, where that was asked for. */
export type KeptPhoto = Written<Photo> & { place: TakenPhoto['place'] }

export const photoService = (
  database: Database,
  photos: PhotoRecords,
  files: PhotoFiles,
  clock: Clock,
) => ({
  /** @throws PhotoRefusal for what is no picture, or too large a one */
  async keep(
    bytes: Buffer,
    { id, lotId, jarId, swatchId, roundId, place }: PhotoUpload,
  ): Promise<KeptPhoto> {
    if (lotId) await refuseMissing(database.read, 'lot', lotId, '?lotId')
    if (jarId) await refuseMissing(database.read, 'jar', jarId, '?jarId')
    if (swatchId) await refuseMissing(database.read, 'swatch', swatchId, '?swatchId')
    const taken = await twoAtOnce(() => takePhoto(bytes, place !== 'drop'))
    await files.write(taken.hash, taken)
    const kept = place === 'keep' ? taken.place : null
    const written = await database.write.transaction(async (trx) => {
      const batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const item = await photos.createIn(batch, {
        id,
        hash: taken.hash,
        width: taken.width,
        height: taken.height,
        bytes: taken.full.length,
        lotId: lotId ?? null,
        jarId: jarId ?? null,
        swatchId: swatchId ?? null,
        roundId: roundId ?? null,
        takenAt: taken.takenAt,
        lat: kept?.lat ?? null,
        lon: kept?.lon ?? null,
        note: '',
      })
      return item
        ? { item, changeSetId: batch.changeSetId }
        : { item: present(await photoKind.find(trx, id)), changeSetId: null }
    })
    return { ...written, place: taken.place }
  },

  async file(id: string, size: 'full' | 'small'): Promise<Buffer> {
    const photo = await photoKind.find(database.read, id)
    if (!photo) throw notFound('photo', id)
    try {
      return await files.read(photo.hash, size)
    } catch (cause) {
      if ((cause as { code?: string }).code !== 'ENOENT') throw cause
      throw new Refusal(
        404,
        'Picture missing',
        `The picture of this photo is not in the photos folder of the log any more (${photo.hash.slice(0, 12)}): bring it back from a copy of the folder.`,
      )
    }
  },
})

async function refuseMissing(db: Knex, table: string, id: string, pointer: string): Promise<void> {
  const row = (await db(table).where({ id }).whereNull('set_aside_at').first('id')) as unknown
  if (!row) throw unacceptable(pointer, `There is no ${table} with the id ${id}.`)
}
