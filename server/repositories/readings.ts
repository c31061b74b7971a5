import { group } from 'd3-array'
import type { Knex } from 'knex'
import { PLAIN_ABOUT, type Reading, type ReadingAbout } from '../../shared/schemas/swatch/reading'
import { parseJson } from '../../core/json'

interface ReadingRow {
  id: string
  swatch_id: string | null
  piece_id: string | null
  method: Reading['method']
  hex: string
  l: number
  a: number
  b: number
  reflectance: string | null
  clipped: string
  wet: number
  washed: number
  washed_known: number
  read_at: string
  by: Reading['by']
  light_hours: number | null
  error_de: number | null
  unevenness: number | null
  about: string
}

const toReading = (row: ReadingRow): Reading => ({
  id: row.id,
  method: row.method,
  hex: row.hex,
  lab: { l: row.l, a: row.a, b: row.b },
  reflectance: row.reflectance === null ? null : parseJson<number[]>(row.reflectance),
  basis: row.reflectance === null ? 'estimated' : 'measured',
  clipped: row.clipped === '' ? [] : row.clipped.split(' '),
  wet: Boolean(row.wet),
  washed: row.washed_known ? Boolean(row.washed) : null,
  readAt: row.read_at,
  by: row.by,
  lightHours: row.light_hours,
  errorDe: row.error_de,
  unevenness: row.unevenness,
  about: { ...PLAIN_ABOUT, ...parseJson<Partial<ReadingAbout>>(row.about) },
})

/** What a reading is of: a dyed swatch, or a bare piece. */
export type ReadingOf = { swatchId: string } | { pieceId: string }

type OwnerColumn = 'swatch_id' | 'piece_id'

export const readingRepository = (db: Knex) => {
  async function newestFirst(column: OwnerColumn, ids: string[]): Promise<Map<string, Reading[]>> {
    const rows = await db<ReadingRow>('reading')
      .whereIn(column, ids)
      .whereNull('set_aside_at')
      .orderBy([
        { column: 'read_at', order: 'desc' },
        { column: 'id', order: 'desc' },
      ])
    const groups = group(rows, (row) => row[column]!)
    return new Map([...groups].map(([id, found]) => [id, found.map(toReading)]))
  }

  return {
    async insert(reading: Reading, of: ReadingOf): Promise<void> {
      await db('reading').insert({
        id: reading.id,
        swatch_id: 'swatchId' in of ? of.swatchId : null,
        piece_id: 'pieceId' in of ? of.pieceId : null,
        method: reading.method,
        hex: reading.hex,
        ...reading.lab,
        reflectance: reading.reflectance && JSON.stringify(reading.reflectance),
        clipped: reading.clipped.join(' '),
        wet: reading.wet,
        washed: reading.washed ?? false,
        washed_known: reading.washed !== null,
        read_at: reading.readAt,
        by: reading.by,
        light_hours: reading.lightHours,
        error_de: reading.errorDe,
        unevenness: reading.unevenness,
        about: JSON.stringify(reading.about),
      })
    },

    /** Takes a reading back (`at`): it stays in the table and counts no more; `null` counts it again. */
    async setAside(id: string, at: string | null): Promise<void> {
      await db('reading').where({ id }).update({ set_aside_at: at })
    },

    ofSwatches: (ids: string[]) => newestFirst('swatch_id', ids),
    ofPieces: (ids: string[]) => newestFirst('piece_id', ids),
  }
}
