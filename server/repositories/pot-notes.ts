import { group } from 'd3-array'
import type { Knex } from 'knex'
import { newId } from '../../shared/ids'
import type { PotEvent, PotEventKind } from '../../shared/schemas/pot/pot-event'

interface EventRow {
  id: string
  pot_id: string
  kind: PotEventKind
  at: string
  tolerance_min: number
  note: string
  step_id: string | null
  data: string
}

const toEvent = (row: EventRow): PotEvent =>
  ({
    id: row.id,
    kind: row.kind,
    at: row.at,
    toleranceMin: row.tolerance_min,
    note: row.note,
    stepId: row.step_id,
    data: JSON.parse(row.data) as unknown,
  }) as PotEvent

/** What was noted of pots, in the order it happened. */
export const potNotes = (db: Knex) => ({
  async ofPots(ids: readonly string[]): Promise<Map<string, PotEvent[]>> {
    const rows = await db<EventRow>('pot_event')
      .whereIn('pot_id', [...ids])
      .whereNull('set_aside_at')
      .orderBy('id')
    const byPot = group(rows, (row) => row.pot_id)
    return new Map(
      [...byPot].map(([id, list]) => [
        id,
        list.map(toEvent).sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
      ]),
    )
  },

  async find(id: string): Promise<(PotEvent & { potId: string }) | null> {
    const row = await db<EventRow>('pot_event').where({ id }).first()
    return row ? { ...toEvent(row), potId: row.pot_id } : null
  },

  async add(potId: string, event: PotEvent): Promise<void> {
    await db('pot_event').insert({
      id: event.id,
      pot_id: potId,
      kind: event.kind,
      at: event.at,
      tolerance_min: event.toleranceMin,
      note: event.note,
      step_id: event.stepId,
      data: JSON.stringify(event.data),
    })
  },

  /** A note that the service makes of itself. */
  async mark(
    potId: string,
    kind: 'planned' | 'lit' | 'done' | 'setAside' | 'restored',
    at: string,
  ): Promise<void> {
    await this.add(potId, {
      id: newId(),
      kind,
      at,
      toleranceMin: 0,
      note: '',
      stepId: null,
      data: {},
    })
  },

  async setAside(ids: readonly string[], at: string | null): Promise<void> {
    await db('pot_event')
      .whereIn('id', [...ids])
      .update({ set_aside_at: at })
  },
})
