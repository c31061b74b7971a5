import { group } from 'd3-array'
import type { Knex } from 'knex'
import { mordantMarks } from '../../catalogue/agents'
import { FIBRES } from '../../catalogue/fibres'
import { PARTS } from '../../catalogue/parts'
import type { Part } from '../../catalogue/parts'
import { depthOf } from '../../core/colour/depth'
import { strengthOver } from '../../core/colour/strength'
import { LEAST_SWATCHES } from '../../core/strength/curve-of-swatches'
import type { Reading } from '../../shared/schemas/reading'
import type {
  Gathering,
  LatestReading,
  TodayView,
  UnreadPot,
  YearRow,
} from '../../shared/today-view'
import { countOf } from '../database/page'
import { lotRepository } from '../repositories/lots'
import { pieceRepository } from '../repositories/pieces'
import { potRepository } from '../repositories/pots'
import { sourceRepository } from '../repositories/sources'
import { swatchRepository } from '../repositories/swatches'
import { spectrumOf } from './readings'

/** How many things of a kind the opening view shows. */
const SHOWN = 6

/** What needs hands, what can be gathered, what was learnt last. */
export const todayService = (db: Knex) => ({
  async view(today: string): Promise<TodayView> {
    const [unread, wilting, year, latest] = await Promise.all([
      unreadPots(db),
      wiltingLots(db),
      yearRows(db),
      latestReadings(db),
    ])
    return {
      counts: {
        ready: year.filter(({ source }) => isOpen(source, Number(today.slice(5, 7)))).length,
        wilting: wilting.length,
        unmordanted: await countOf(unmordantedPieces(db)),
        unread: unread.reduce((sum, pot) => sum + pot.swatches, 0),
        curves: await curveCount(db),
      },
      unread,
      wilting,
      year,
      latest,
    }
  },
})

/** Whether a window of months, which may wrap over the year's end, holds a month. */
export function isOpen(
  { windowFrom, windowTo }: { windowFrom: number | null; windowTo: number | null },
  month: number,
): boolean {
  if (windowFrom === null || windowTo === null) return false
  return windowFrom <= windowTo
    ? month >= windowFrom && month <= windowTo
    : month >= windowFrom || month <= windowTo
}

async function unreadPots(db: Knex): Promise<UnreadPot[]> {
  return (await db('swatch')
    .join('pot', 'pot.id', 'swatch.pot_id')
    .whereNull('swatch.set_aside_at')
    .whereRaw('swatch.readings = 0')
    .groupBy('pot.id')
    .orderBy('pot.dyed_on', 'desc')
    .limit(SHOWN)
    .select(
      'pot.id as potId',
      'pot.code as potCode',
      'pot.dyed_on as dyedOn',
      db.raw('count(*) as swatches'),
      db.raw(`(select group_concat(distinct source.common_name) from lot_movement
               join lot on lot.id = lot_movement.lot_id join source on source.id = lot.source_id
               where lot_movement.pot_id = pot.id) as sourceNames`),
    )) as UnreadPot[]
}

async function wiltingLots(db: Knex): Promise<TodayView['wilting']> {
  const { items } = await lotRepository(db).page({
    state: 'fresh',
    inStock: true,
    aside: false,
    limit: SHOWN,
  })
  return Promise.all(
    items.map(async (lot) => {
      const source = (await sourceRepository(db).find(lot.sourceId))!
      return { ...lot, sourceName: `${source.commonName} ${PARTS[source.part].label}` }
    }),
  )
}

const unmordantedPieces = (db: Knex) =>
  db('piece')
    .whereNull('piece.set_aside_at')
    .whereNotExists(
      db('treatment').whereRaw(
        `treatment.piece_id = piece.id and treatment.kind = 'mordant' and treatment.set_aside_at is null`,
      ),
    )
    .whereNotExists(db('pot_piece').whereRaw('pot_piece.piece_id = piece.id'))

/** Sources with enough read swatches for a curve; whether they are alike is for Strength to say. */
async function curveCount(db: Knex): Promise<number> {
  const rows = (await db('swatch')
    .join('reading', 'reading.swatch_id', 'swatch.id')
    .join('lot_movement as used', 'used.pot_id', 'swatch.pot_id')
    .join('lot', 'lot.id', 'used.lot_id')
    .where('used.kind', 'used')
    .whereNull('swatch.set_aside_at')
    .groupBy('lot.source_id')
    .havingRaw('count(distinct swatch.id) >= ?', [LEAST_SWATCHES])
    .select('lot.source_id')) as unknown[]
  return rows.length
}

/** Sources gathered before, with every gathering and the deepest colour it gave. */
async function yearRows(db: Knex): Promise<YearRow[]> {
  const rows = (await db('lot')
    .whereNull('lot.set_aside_at')
    .orderBy('lot.gathered_on')
    .select(
      'lot.source_id as sourceId',
      'lot.code',
      'lot.gathered_on as gatheredOn',
      db.raw('(select total(delta_g) from lot_movement where lot_id = lot.id) as leftG'),
      db.raw(`(select total(delta_g) from lot_movement where lot_id = lot.id
               and kind in ('gathered', 'corrected')) as netG`),
      db.raw(`(select reading.hex from lot_movement used
               join swatch on swatch.pot_id = used.pot_id and swatch.set_aside_at is null
               join reading on reading.swatch_id = swatch.id
                 and not reading.wet and reading.set_aside_at is null
               where used.lot_id = lot.id and used.kind = 'used'
               order by reading.l limit 1) as hex`),
    )) as (Gathering & { sourceId: string; leftG: number })[]
  const bySource = group(rows, ({ sourceId }) => sourceId)
  const sources = await Promise.all([...bySource.keys()].map((id) => sourceRepository(db).find(id)))
  return sources.map((source) => {
    const gatherings = bySource.get(source!.id)!
    const { id, code, commonName, scientificName, part, windowFrom, windowTo, caution } = source!
    return {
      source: { id, code, commonName, scientificName, part, windowFrom, windowTo, caution },
      gatherings: gatherings.map(({ code: lot, gatheredOn, netG, hex }) => ({
        code: lot,
        gatheredOn,
        netG,
        hex,
      })),
      leftG: gatherings.reduce((sum, { leftG }) => sum + leftG, 0),
    }
  })
}

async function latestReadings(db: Knex): Promise<LatestReading[]> {
  const ids = (await db('reading')
    .join('swatch', 'swatch.id', 'reading.swatch_id')
    .whereNull('swatch.set_aside_at')
    .whereNull('reading.set_aside_at')
    .groupBy('swatch.id')
    .orderByRaw('max(reading.read_at) desc, swatch.id desc')
    .limit(SHOWN)
    .pluck('swatch.id')) as string[]
  return Promise.all(ids.map((id) => latestReading(db, id)))
}

async function latestReading(db: Knex, swatchId: string): Promise<LatestReading> {
  const swatch = (await swatchRepository(db).find(swatchId))!
  const pot = (await potRepository(db).find(swatch.potId))!
  const piece = (await pieceRepository(db).find(swatch.pieceId))!
  const sourceIds = [...new Set(pot.lots.map(({ sourceId }) => sourceId))]
  const sources = await Promise.all(sourceIds.map((id) => sourceRepository(db).find(id)))
  const reading = swatch.readings.find(({ wet }) => !wet) ?? swatch.readings[0]!
  const strength = strengthOf(reading, piece.bare)
  return {
    swatchId,
    code: swatch.code,
    hex: reading.hex,
    bareHex: piece.bare?.hex ?? null,
    sourceId: sourceIds.length === 1 ? sourceIds[0]! : null,
    sourceName: sources
      .map((source) => `${source!.commonName} ${PARTS[source!.part as Part].label}`)
      .join(' and '),
    mordant: mordantMarks(piece.treatments.flatMap(({ agent }) => (agent ? [agent] : []))),
    fibre: FIBRES[piece.fibre].label,
    ratioDry: pot.ratioDry,
    strength,
    depth: strength === null ? null : depthOf(strength),
    basis: reading.basis,
    readAt: reading.readAt,
  }
}

function strengthOf(reading: Reading, bare: Reading | null): number | null {
  if (!bare || reading.wet || reading.clipped.length > 0 || bare.clipped.length > 0) return null
  return strengthOver(spectrumOf(reading), spectrumOf(bare))
}
