import type { Knex } from 'knex'
import type { LotStep } from '../../shared/schemas/loft/lot'

interface StepRow {
  id: string
  lot_id: string
  kind: LotStep['kind']
  done_on: string
  before_g: number
  after_g: number
  state_before: LotStep['stateBefore']
  state_after: LotStep['stateAfter']
  note: string
}

/** Weighings of lots on their way. A step that was undone is set aside, never deleted. */
export const stepRepository = (db: Knex) => ({
  async of(lotIds: readonly string[]): Promise<(LotStep & { lotId: string })[]> {
    const rows = await db<StepRow>('lot_step')
      .whereIn('lot_id', lotIds)
      .whereNull('set_aside_at')
      .orderBy(['done_on', 'created_at', 'id'])
    return rows.map((row) => ({
      lotId: row.lot_id,
      id: row.id,
      kind: row.kind,
      doneOn: row.done_on,
      beforeG: row.before_g,
      afterG: row.after_g,
      stateBefore: row.state_before,
      stateAfter: row.state_after,
      note: row.note,
    }))
  },

  async add(lotId: string, step: LotStep, at: string): Promise<void> {
    await db('lot_step').insert({
      id: step.id,
      lot_id: lotId,
      kind: step.kind,
      done_on: step.doneOn,
      before_g: step.beforeG,
      after_g: step.afterG,
      state_before: step.stateBefore,
      state_after: step.stateAfter,
      note: step.note,
      created_at: at,
    })
  },

  async setAside(ids: readonly string[], at: string | null): Promise<void> {
    await db('lot_step').whereIn('id', ids).update({ set_aside_at: at })
  },
})
