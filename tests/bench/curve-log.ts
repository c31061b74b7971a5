import type { Knex } from 'knex'
import { v7 } from 'uuid'
import { randomLcg } from 'd3-random'
import { SOURCES } from '../../catalogue/sources'
import { reflectanceOfKOverS } from '../../core/colour/kubelka-munk'
import { labOfReflectance } from '../../core/colour/tristimulus'
import type { CurveJob } from '../../core/strength/curve-job'
import { catalogueId } from '../../shared/ids'

/** A log with many curves of measured swatches, and the same as jobs. */

const RATIOS = [0.08, 0.12, 0.2, 0.25, 0.35, 0.5, 0.6, 0.8, 1, 1.4]
const BARE = new Array<number>(31).fill(0.75)
const START = Date.parse('2024-01-01T08:00:00Z')

function spectraOf(curve: number, swatches: number, uniform: () => number) {
  const ceiling = 0.8 + 0.003 * curve
  return Array.from({ length: swatches }, (_, i) => {
    const ratio = RATIOS[i % RATIOS.length]!
    const strength = ceiling * (1 - Math.exp(-ratio / 0.4)) * (0.85 + 0.3 * uniform())
    const reflectance = BARE.map((_, band) =>
      reflectanceOfKOverS(0.042 + strength * (band < 12 ? 1.9 : 0.4)),
    )
    return { ratio, lot: i % 3, reflectance }
  })
}

export function jobsOf(curves: number, swatches: number, seed = 0.4): CurveJob[] {
  const uniform = randomLcg(seed)
  const bare = { reflectance: BARE, lab: labOfReflectance(BARE) }
  return Array.from({ length: curves }, (_, curve) => ({
    prior: { kind: 'leaf' as const },
    swatches: spectraOf(curve, swatches, uniform).map(({ ratio, lot, reflectance }) => ({
      ratioDry: ratio,
      lot: String(lot),
      dyed: { reflectance, lab: labOfReflectance(reflectance) },
      bare,
    })),
  }))
}

/** Each curve is a source of its own, dyed on wool without mordant: pots of one piece. */
export async function fillCurveLog(db: Knex, curves: number, swatches: number): Promise<void> {
  const uniform = randomLcg(0.4)
  let count = 0
  const id = () => v7({ msecs: START + 1000 * count++ })
  const at = new Date(START).toISOString()
  const recorded = { rev: 1, created_at: at, updated_at: at, note: '' }
  const template = (await db('source')
    .where({ id: catalogueId(SOURCES[0]!.key) })
    .first()) as object
  const rows: Record<string, object[]> = {}
  const add = (table: string, row: object) => (rows[table] ??= []).push(row)

  for (let curve = 0; curve < curves; curve++) {
    const sourceId = id()
    add('source', {
      ...template,
      id: sourceId,
      code: `S${curve}`,
      catalogue_key: null,
      scientific_name: `Planta numero${curve}`,
      common_name: `plant ${curve}`,
    })
    const lots = [0, 1, 2].map((k) => {
      const lotId = id()
      add('lot', {
        id: lotId,
        code: `C${curve}-24-${k}`,
        source_id: sourceId,
        gathered_on: '2024-06-01',
        state: 'dried',
        obtained: 'picked',
        own_dry_fraction: null,
        ...recorded,
      })
      add('lot_movement', movement(id(), lotId, null, 'gathered', 5000, at))
      return lotId
    })
    spectraOf(curve, swatches, uniform).forEach(({ ratio, lot, reflectance }, i) => {
      const [potId, pieceId, swatchId] = [id(), id(), id()]
      const tag = `c${curve}-${i}`
      add('pot', {
        id: potId,
        code: `POT-${tag}`,
        title: '',
        dyed_on: '2024-07-01',
        way: 'simmer',
        ...recorded,
      })
      add('lot_movement', movement(id(), lots[lot]!, potId, 'used', -10 * ratio, at))
      add('piece', {
        id: pieceId,
        code: `WOL-${tag}`,
        name: '',
        fibre: 'wool',
        form: 'yarn',
        dry_g: 10,
        ...recorded,
      })
      add('pot_piece', { pot_id: potId, piece_id: pieceId, dry_g: 10 })
      add('swatch', {
        id: swatchId,
        code: `SWA-${tag}`,
        pot_id: potId,
        piece_id: pieceId,
        ...recorded,
      })
      add('reading', reading(id(), { swatch_id: swatchId }, reflectance, at))
      add('reading', reading(id(), { piece_id: pieceId }, BARE, at))
    })
  }
  const order = ['source', 'lot', 'pot', 'lot_movement', 'piece', 'pot_piece', 'swatch', 'reading']
  await db.transaction(async (trx) => {
    for (const table of order) await trx.batchInsert(table, rows[table]!, 30)
  })
  await db.raw('analyze')
}

const movement = (
  id: string,
  lotId: string,
  potId: string | null,
  kind: string,
  deltaG: number,
  at: string,
) => ({
  id,
  lot_id: lotId,
  kind,
  delta_g: deltaG,
  happened_on: '2024-07-01',
  created_at: at,
  pot_id: potId,
  state: 'dried',
  dry_fraction: 1,
  dry_fraction_basis: 'measured',
})

const reading = (id: string, of: object, reflectance: readonly number[], at: string) => ({
  id,
  swatch_id: null,
  piece_id: null,
  ...of,
  method: 'reflectance',
  hex: '#c8a030',
  ...labOfReflectance(reflectance),
  reflectance: JSON.stringify(reflectance),
  clipped: '',
  wet: false,
  washed: true,
  read_at: at,
})
