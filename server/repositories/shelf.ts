import type { Knex } from 'knex'
import { roundToMilligram } from '../../core/harvest/net-mass'
import { newId } from '../../shared/ids'
import type { Page } from '../../shared/schemas/log/common'
import type { NewShelfItem, ShelfItem, ShelfQuery } from '../../shared/schemas/loft/shelf'
import { pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { first } from '../../core/present'

interface ShelfRow extends RecordedRow {
  agent: ShelfItem['agent']
  form: string
  name: string
  bought_on: string
  low_g: number | null
  note: string
}

export interface ShelfMovement {
  itemId: string
  bathId?: string
  /** The pot it went into, and the note that says so. */
  potId?: string
  eventId?: string
  kind: 'bought' | 'added' | 'counted' | 'used' | 'returned'
  deltaG: number
  on: string
}

export type ShelfEdit = Pick<ShelfItem, 'name' | 'lowG' | 'note'>

export const shelfRepository = (db: Knex) => {
  async function whole(rows: ShelfRow[]): Promise<ShelfItem[]> {
    const sums = await db('shelf_movement')
      .whereIn(
        'item_id',
        rows.map(({ id }) => id),
      )
      .groupBy('item_id')
      .select<{ item_id: string; leftG: number; boughtG: number }[]>(
        'item_id',
        db.raw('total(delta_g) as leftG'),
        db.raw(`total(case when kind = 'bought' then delta_g end) as boughtG`),
      )
    const byId = new Map(sums.map((sum) => [sum.item_id, sum]))
    return rows.map((row) => ({
      agent: row.agent,
      form: row.form,
      name: row.name,
      boughtOn: row.bought_on,
      boughtG: byId.get(row.id)?.boughtG ?? 0,
      leftG: roundToMilligram(byId.get(row.id)?.leftG ?? 0),
      lowG: row.low_g,
      note: row.note,
      ...toRecorded(row),
    }))
  }

  return {
    async page({ agent, ...page }: ShelfQuery): Promise<Page<ShelfItem>> {
      const rows = db('shelf_item')
      if (agent) rows.where({ agent })
      const found = await pageOf<ShelfRow>(db, rows, 'shelf_item', page)
      return { items: await whole(found.items), next: found.next }
    },

    async find(id: string): Promise<ShelfItem | null> {
      const row = await db<ShelfRow>('shelf_item').where({ id }).first()
      return row ? first(await whole([row])) : null
    },

    /** All that stands there, by agent, the oldest first: it is used first. */
    async all(): Promise<ShelfItem[]> {
      return whole(
        await db<ShelfRow>('shelf_item')
          .whereNull('set_aside_at')
          .orderBy(['agent', 'bought_on', 'id']),
      )
    },

    async insert(item: NewShelfItem, at: string): Promise<void> {
      await db('shelf_item').insert({
        id: item.id,
        agent: item.agent,
        form: item.form,
        bought_on: item.boughtOn,
        ...toEdited(item),
        created_at: at,
        updated_at: at,
      })
    },

    async update(id: string, edit: ShelfEdit): Promise<void> {
      await db('shelf_item').where({ id }).update(toEdited(edit))
    },

    async move(
      { itemId, bathId, potId, eventId, kind, deltaG, on }: ShelfMovement,
      at: string,
    ): Promise<void> {
      await db('shelf_movement').insert({
        id: newId(),
        item_id: itemId,
        bath_id: bathId ?? null,
        pot_id: potId ?? null,
        event_id: eventId ?? null,
        kind,
        delta_g: roundToMilligram(deltaG),
        happened_on: on,
        created_at: at,
      })
    },

    /** What a bath, a pot or a note of one holds of each jar on the shelf, g. */
    async takenBy(
      by: { bath_id: string } | { pot_id: string } | { event_id: string },
    ): Promise<{ itemId: string; massG: number }[]> {
      const rows = await db('shelf_movement').where(by).groupBy('item_id').select<
        {
          item_id: string
          massG: number
        }[]
      >('item_id', db.raw('-total(delta_g) as massG'))
      return rows
        .filter(({ massG }) => massG > 0)
        .map(({ item_id, massG }) => ({ itemId: item_id, massG: roundToMilligram(massG) }))
    },
  }
}

const toEdited = ({ name, lowG, note }: ShelfEdit) => ({ name, low_g: lowG, note })
