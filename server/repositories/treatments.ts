import { group } from 'd3-array'
import type { Knex } from 'knex'
import type { Treatment } from '../../shared/schemas/basket/treatment'

interface TreatmentRow {
  id: string
  piece_id: string
  kind: Treatment['kind']
  agent: Treatment['agent']
  percent_wof: number | null
  mass_g: number | null
  done_on: string
  bath_id: string | null
  pot_id: string | null
  lot_id: string | null
  finish: Treatment['finish']
  heat: Treatment['heat']
  basis: Treatment['basis']
  note: string
}

const toTreatment = (row: TreatmentRow): Treatment => ({
  id: row.id,
  kind: row.kind,
  agent: row.agent,
  percentWof: row.percent_wof,
  massG: row.mass_g,
  doneOn: row.done_on,
  bathId: row.bath_id,
  potId: row.pot_id,
  lotId: row.lot_id,
  finish: row.finish,
  heat: row.heat,
  basis: row.basis,
  note: row.note,
})

/** What was done to pieces, in the order of its days. */
export const treatmentRepository = (db: Knex) => ({
  async ofPieces(ids: readonly string[]): Promise<Map<string, Treatment[]>> {
    const rows = await db<TreatmentRow>('treatment')
      .whereIn('piece_id', [...ids])
      .whereNull('set_aside_at')
      .orderBy(['done_on', 'id'])
    const byPiece = group(rows, (row) => row.piece_id)
    return new Map([...byPiece].map(([id, list]) => [id, list.map(toTreatment)]))
  },

  async add(pieceId: string, treatment: Treatment, at: string): Promise<void> {
    await db('treatment').insert({
      id: treatment.id,
      piece_id: pieceId,
      kind: treatment.kind,
      agent: treatment.agent,
      percent_wof: treatment.percentWof,
      mass_g: treatment.massG,
      done_on: treatment.doneOn,
      bath_id: treatment.bathId,
      pot_id: treatment.potId,
      lot_id: treatment.lotId,
      finish: treatment.finish,
      heat: treatment.heat,
      basis: treatment.basis,
      note: treatment.note,
      created_at: at,
    })
  },

  /** Takes an entry of a piece's history back (`at`), or counts it again (`null`). */
  async setAside(id: string, at: string | null): Promise<void> {
    await db('treatment').where({ id }).update({ set_aside_at: at })
  },

  /** What a pot itself gave to a piece, and still counts. */
  async ofPot(potId: string, pieceId: string): Promise<Treatment[]> {
    const rows = db<TreatmentRow>('treatment').where({ pot_id: potId, piece_id: pieceId })
    return (await rows.whereNull('set_aside_at').orderBy('id')).map(toTreatment)
  },

  /** Takes what a pot itself gave to its pieces back with it. */
  async setAsideWithPot(potId: string, at: string): Promise<void> {
    await db('treatment')
      .where({ pot_id: potId })
      .whereNull('set_aside_at')
      .update({ set_aside_at: at })
  },

  /** Counts again what went aside with a pot then: what was corrected or taken back stays aside. */
  async restoreWithPot(potId: string, setAsideAt: string): Promise<void> {
    await db('treatment')
      .where({ pot_id: potId, set_aside_at: setAsideAt })
      .update({ set_aside_at: null })
  },
})
