import type { Knex } from 'knex'
import { v7 } from 'uuid'
import { SOURCES } from '../../catalogue/sources'
import { catalogueId } from '../../shared/ids'

/** Rows straight into the tables: a hundred thousand swatches through the services would take long. */

const CHUNK = 400
const START = Date.parse('2024-01-01T08:00:00Z')

export interface BigLog {
  lots: number
  pots: number
  swatches: number
  /** Pieces that wait in the basket. */
  waiting: number
}

export async function fillBigLog(
  db: Knex,
  { lots, pots, swatches, waiting }: BigLog,
): Promise<void> {
  const id = (msecs: number) => v7({ msecs: START + msecs * 1000 })
  const at = new Date(START).toISOString()
  const recorded = { rev: 1, created_at: at, updated_at: at, note: '' }
  const day = (i: number) => new Date(START + (i % 700) * 86_400_000).toISOString().slice(0, 10)

  const lotIds = Array.from({ length: lots }, (_, i) => id(i))
  const pieceIds = Array.from({ length: swatches }, (_, i) => id(i))
  const potIds = Array.from({ length: pots }, (_, i) => id(i))
  const perPot = swatches / pots

  await db.transaction(async (trx) => {
    const insert = (table: string, rows: object[]) => trx.batchInsert(table, rows, CHUNK / 10)
    await insert(
      'lot',
      lotIds.map((lotId, i) => ({
        id: lotId,
        code: `BIG-24-${i}`,
        source_id: catalogueId(SOURCES[i % SOURCES.length]!.key),
        gathered_on: day(i),
        state: i % 3 ? 'dried' : 'fresh',
        obtained: 'picked',
        own_dry_fraction: i % 5 ? null : 0.2,
        ...recorded,
      })),
    )
    await insert(
      'pot',
      potIds.map((potId, i) => ({
        id: potId,
        code: `POT-24-${i}`,
        title: '',
        dyed_on: day(i + 10),
        way: 'simmer',
        ...recorded,
      })),
    )
    const movement = { state: 'dried', dry_fraction: 1, dry_fraction_basis: 'measured' }
    await insert(
      'lot_movement',
      lotIds.map((lotId, i) => ({
        id: id(i),
        lot_id: lotId,
        kind: 'gathered',
        delta_g: 500,
        happened_on: day(i),
        created_at: at,
        pot_id: null,
        ...movement,
      })),
    )
    await insert(
      'lot_movement',
      potIds.map((potId, i) => ({
        id: id(i),
        lot_id: lotIds[i % lots]!,
        kind: 'used',
        delta_g: -20,
        happened_on: day(i + 10),
        created_at: at,
        pot_id: potId,
        ...movement,
      })),
    )
    await insert(
      'piece',
      pieceIds.map((pieceId, i) => ({
        id: pieceId,
        code: `WOL-24-${i}`,
        name: '',
        fibre: 'wool',
        form: 'yarn',
        dry_g: 10,
        ...recorded,
      })),
    )
    const waitingIds = Array.from({ length: waiting }, (_, i) => id(swatches + i))
    await insert(
      'piece',
      waitingIds.map((pieceId, i) => ({
        id: pieceId,
        code: `WAI-24-${i}`,
        name: 'hank',
        fibre: i % 7 ? 'wool' : 'silk',
        form: 'yarn',
        dry_g: 10,
        ...recorded,
      })),
    )
    const treated = { created_at: at, done_on: day(1) }
    await insert(
      'treatment',
      waitingIds.flatMap((pieceId, i) => [
        { ...treated, id: id(2 * i), piece_id: pieceId, kind: 'wash' },
        ...(i % 2
          ? [
              {
                ...treated,
                id: id(2 * i + 1),
                piece_id: pieceId,
                kind: 'mordant',
                agent: 'alum',
                percent_wof: 10,
                mass_g: 1,
              },
            ]
          : []),
      ]),
    )
    const potOf = (i: number) => potIds[Math.floor(i / perPot)]!
    await insert(
      'pot_piece',
      pieceIds.map((pieceId, i) => ({ pot_id: potOf(i), piece_id: pieceId, dry_g: 10 })),
    )
    const swatchIds = pieceIds.map((_, i) => id(i))
    await insert(
      'swatch',
      swatchIds.map((swatchId, i) => ({
        id: swatchId,
        code: `SWA-24-${i}`,
        pot_id: potOf(i),
        piece_id: pieceIds[i]!,
        ...recorded,
      })),
    )
    await insert(
      'reading',
      swatchIds.flatMap((swatchId, i) =>
        // one in two hundred waits to be read
        i % 200 === 0
          ? []
          : [
              {
                id: id(i),
                swatch_id: swatchId,
                method: 'hex',
                hex: '#c8a030',
                l: 68,
                a: 3,
                b: 60,
                clipped: '',
                wet: false,
                washed: true,
                read_at: at,
              },
            ],
      ),
    )
  })
  await db.raw('analyze')
}
