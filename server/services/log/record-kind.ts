import type { Knex } from 'knex'
import type { Page, PageQuery, Recorded } from '../../../shared/schemas/log/common'

/** What `createRecords` must know of one kind of thing in the log. */
export interface RecordKind<T extends Recorded, New extends { id: string }, Change, Query> {
  /** As in the address: `lots`. */
  collection: string
  /** As in a sentence: `lot`. */
  noun: string
  table: string
  page(db: Knex, query: Query & PageQuery): Promise<Page<T>>
  find(db: Knex, id: string): Promise<T | null>
  /** Writes a new one, with all that belongs to it; refuses what cannot be. */
  insert(trx: Knex, input: New, at: string): Promise<void>
  /** Writes the changed fields; `rev` and the change log are not its business. */
  change(trx: Knex, current: T, change: Change, at: string): Promise<void>
  /** Takes a change back: from `after`, which is how it still stands, to `before`. */
  revert(trx: Knex, before: T, after: T, at: string): Promise<void>
  /** Refuses, or does what else setting aside means; `undoing`: its making is taken back. */
  setAside?(trx: Knex, current: T, at: string, undoing: boolean): Promise<void>
  /** Refuses, or does what else bringing back means. */
  restore?(trx: Knex, current: T, at: string): Promise<void>
}
