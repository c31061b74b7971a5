import type { Knex } from 'knex'
import { newId } from '../../shared/ids'

export type ChangeAction = 'create' | 'change' | 'setAside' | 'restore'

export interface ChangeEntry {
  id: string
  changeSetId: string
  collection: string
  rowId: string
  action: ChangeAction
  /** Hash of the body that asked for it: tells a repeated create from another one. */
  requestHash: string | null
  before: unknown
  after: unknown
  at: string
  /** The change set that undid this one. */
  undoneBy: string | null
}

interface ChangeRow {
  id: string
  change_set_id: string
  collection: string
  row_id: string
  action: ChangeAction
  request_hash: string | null
  before: string | null
  after: string | null
  at: string
  undone_by: string | null
}

const toEntry = (row: ChangeRow): ChangeEntry => ({
  id: row.id,
  changeSetId: row.change_set_id,
  collection: row.collection,
  rowId: row.row_id,
  action: row.action,
  requestHash: row.request_hash,
  before: row.before === null ? null : JSON.parse(row.before),
  after: row.after === null ? null : JSON.parse(row.after),
  at: row.at,
  undoneBy: row.undone_by,
})

/** Number of the last change of the log, 0 before the first: where it is the same, so is the log. */
export async function latestChange(db: Knex): Promise<number> {
  const row = await db('change_log').max('n as n').first<{ n: number | null }>()
  return row.n ?? 0
}

export const changeLog = (db: Knex) => ({
  async add(entry: Omit<ChangeEntry, 'id' | 'undoneBy'>): Promise<void> {
    await db('change_log').insert({
      id: newId(),
      change_set_id: entry.changeSetId,
      collection: entry.collection,
      row_id: entry.rowId,
      action: entry.action,
      request_hash: entry.requestHash,
      before: entry.before === null ? null : JSON.stringify(entry.before),
      after: entry.after === null ? null : JSON.stringify(entry.after),
      at: entry.at,
    })
  },

  /** The entry that created a row, if it was created here. */
  async findCreation(rowId: string): Promise<ChangeEntry | null> {
    const row = await db<ChangeRow>('change_log').where({ row_id: rowId, action: 'create' }).first()
    return row ? toEntry(row) : null
  },

  /** The entries of one change set, in the order in which they were made. */
  async inSet(changeSetId: string): Promise<ChangeEntry[]> {
    const rows = await db<ChangeRow>('change_log')
      .where({ change_set_id: changeSetId })
      .orderBy('n')
    return rows.map(toEntry)
  },

  async markUndone(changeSetId: string, undoneBy: string): Promise<void> {
    await db('change_log').where({ change_set_id: changeSetId }).update({ undone_by: undoneBy })
  },
})
