import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { stringify } from 'safe-stable-stringify'
import { newId } from '../../../shared/ids'
import type { Page, PageQuery, Recorded } from '../../../shared/schemas/log/common'
import type { Database } from '../../database/open'
import { changeLog, type ChangeAction, type ChangeEntry } from '../../repositories/change-log'
import { idTaken, notFound, Refusal, stale, stillNeeded } from './failures'
import type { RecordKind } from './record-kind'
import { present } from '../../../core/present'

export type Clock = () => Date

/** A thing as it stands after a write, and the change set by which the write can be undone. */
export interface Written<T> {
  item: T
  /** null where nothing was written: the same create came twice. */
  changeSetId: string | null
}

/** A transaction in which several things are written as one change, undone as one. */
export interface Batch {
  trx: Knex
  at: string
  changeSetId: string
}

export interface Records<T extends Recorded, New, Change, Query> {
  page(query: Query & PageQuery): Promise<Page<T>>
  read(id: string): Promise<T>
  create(input: New): Promise<Written<T>>
  change(id: string, rev: number, change: Change): Promise<Written<T>>
  setAside(id: string, rev: number): Promise<Written<T>>
  restore(id: string, rev: number): Promise<Written<T>>
  /** Creates one among several things of a change; `null` where this very one is there already. */
  createIn(batch: Batch, input: New): Promise<T | null>
  /** Changes one among several things of a change, as it stands in the transaction. */
  changeIn(batch: Batch, id: string, change: Change): Promise<T>
  /** Logs that one has changed by what was done elsewhere in the batch; `before` is how it was. */
  logChange(batch: Batch, before: T): Promise<T>
  /** Takes one entry of the change log back, by a new entry. */
  undo(trx: Knex, entry: ChangeEntry, changeSetId: string, at: string): Promise<void>
}

/** Whether all that came after was taken back: the same again, but for its version. */
const isAsItWas = <T extends Recorded>(current: T, after: T) =>
  stringify({ ...current, rev: 0, updatedAt: '' }) ===
  stringify({ ...after, rev: 0, updatedAt: '' })

const hashOf = (body: unknown) =>
  createHash('sha256')
    .update(present(stringify(body)))
    .digest('hex')

/**
 * What can be done with every kind of thing in the log, each in one transaction that also
 * writes the change log: nothing is ever half written, overwritten unseen, or deleted.
 */
export function createRecords<T extends Recorded, New extends { id: string }, Change, Query>(
  kind: RecordKind<T, New, Change, Query>,
  database: Database,
  clock: Clock,
): Records<T, New, Change, Query> {
  const { noun, table, collection } = kind

  async function found(db: Knex, id: string): Promise<T> {
    const item = await kind.find(db, id)
    if (!item) throw notFound(noun, id)
    return item
  }

  async function foundAt(trx: Knex, id: string, rev: number): Promise<T> {
    const current = await found(trx, id)
    if (current.rev !== rev) throw stale(noun, rev, current)
    return current
  }

  interface Step extends Batch {
    before: T
  }

  /** Counts the row up, logs the step and returns the thing as it now stands. */
  async function finish(
    { trx, before, at, changeSetId }: Step,
    action: ChangeAction,
    columns: Record<string, unknown> = {},
  ): Promise<T> {
    await trx(table)
      .where({ id: before.id })
      .update({ ...columns, updated_at: at, rev: before.rev + 1 })
    const after = await found(trx, before.id)
    const entry = { changeSetId, collection, rowId: before.id, action, requestHash: null, at }
    await changeLog(trx).add({ ...entry, before, after })
    return after
  }

  async function changeIn(step: Step, write: () => Promise<void>): Promise<T> {
    if (step.before.setAsideAt) throw stillNeeded(`This ${noun} is set aside: bring it back first.`)
    await write()
    return finish(step, 'change')
  }

  async function setAsideIn(step: Step, undoing = false): Promise<T> {
    if (step.before.setAsideAt) return step.before
    await kind.setAside?.(step.trx, step.before, step.at, undoing)
    return finish(step, 'setAside', { set_aside_at: step.at })
  }

  async function restoreIn(step: Step): Promise<T> {
    if (!step.before.setAsideAt) return step.before
    await kind.restore?.(step.trx, step.before, step.at)
    return finish(step, 'restore', { set_aside_at: null })
  }

  const write = (id: string, rev: number, run: (step: Step) => Promise<T>): Promise<Written<T>> =>
    database.write.transaction(async (trx) => {
      const before = await foundAt(trx, id, rev)
      const step = { trx, before, at: clock().toISOString(), changeSetId: newId() }
      const item = await run(step)
      return { item, changeSetId: item === before ? null : step.changeSetId }
    })

  async function createIn({ trx, at, changeSetId }: Batch, input: New): Promise<T | null> {
    const requestHash = hashOf({ collection, input })
    const creation = await changeLog(trx).findCreation(input.id)
    if (creation?.requestHash === requestHash) return null
    if (creation || (await trx(table).where({ id: input.id }).first('id'))) {
      throw idTaken(creation?.collection === collection ? noun : 'thing', input.id)
    }
    await kind.insert(trx, input, at)
    const item = await found(trx, input.id)
    const entry = { changeSetId, collection, rowId: input.id, requestHash, at }
    await changeLog(trx).add({ ...entry, action: 'create', before: null, after: item })
    return item
  }

  return {
    page: (query) => kind.page(database.read, query),
    read: (id) => found(database.read, id),

    create: (input) =>
      database.write.transaction(async (trx) => {
        const changeSetId = newId()
        const item = await createIn({ trx, at: clock().toISOString(), changeSetId }, input)
        return item
          ? { item, changeSetId }
          : { item: await found(trx, input.id), changeSetId: null }
      }),
    createIn,
    logChange: (batch, before) => finish({ ...batch, before }, 'change'),
    changeIn: async (batch, id, change) => {
      const before = await found(batch.trx, id)
      return changeIn({ ...batch, before }, () => kind.change(batch.trx, before, change, batch.at))
    },

    change: (id, rev, change) =>
      write(id, rev, (step) =>
        changeIn(step, () => kind.change(step.trx, step.before, change, step.at)),
      ),
    setAside: (id, rev) => write(id, rev, (step) => setAsideIn(step)),
    restore: (id, rev) => write(id, rev, restoreIn),

    async undo(trx, entry, changeSetId, at) {
      const current = await found(trx, entry.rowId)
      const after = entry.after as T
      if (current.rev !== after.rev && !isAsItWas(current, after)) {
        throw new Refusal(
          409,
          'Changed since',
          `This ${noun} was changed again after that; undo the later change first.`,
          { current },
        )
      }
      const step = { trx, before: current, at, changeSetId }
      if (entry.action === 'create' || entry.action === 'restore') await setAsideIn(step, true)
      else if (entry.action === 'setAside') await restoreIn(step)
      else await changeIn(step, () => kind.revert(trx, entry.before as T, current, at))
    },
  }
}
