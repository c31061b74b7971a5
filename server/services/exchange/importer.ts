import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { first } from '../../../core/present'
import { newId } from '../../../shared/ids'
import type {
  ImportPlan,
  PlannedRow,
  UnknownWord,
} from '../../../shared/views/exchange/import-plan'
import type { Database } from '../../database/open'
import { giveWay } from '../../database/give-way'
import { latestChange } from '../../repositories/change-log'
import { Refusal } from '../log/failures'
import type { Batch, Clock } from '../log/records'

export type Progress = (done: number, of: number) => void

const NO_NEWS: Progress = () => undefined

/** Rows carried out before others get a turn. */
const AT_ONCE = 10

/** What one kind of file needs beside the looking and applying that all share. */
export interface Importer<File, Row extends PlannedRow> {
  /** Reads the file, in a thread of its own; says what is wrong with it as a whole. */
  read: (bytes: Uint8Array) => Promise<File>
  /** What would be done with each row, in its order; changes nothing. */
  plan: (db: Knex, file: File, progress: Progress) => Promise<Row[]>
  /** Words that must be explained first, where a file may hold some. */
  unknown?: (planned: readonly Row[]) => UnknownWord[]
  /** The file is another dyer's. */
  isAnothers?: true
  /** Begins an application; what it gives carries out a row that is new or changed. */
  begin: (batch: Batch) => (row: Row) => Promise<void>
}

/** Files are looked at first, then taken whole or not at all, as one change with one undo. */
export const importer = <File, Row extends PlannedRow>(
  database: Database,
  clock: Clock,
  { read, plan, unknown, isAnothers, begin }: Importer<File, Row>,
) => ({
  async preview(bytes: Uint8Array, progress: Progress = NO_NEWS): Promise<ImportPlan> {
    const planned = await plan(database.read, await read(bytes), progress)
    return {
      ...shownPlan(planned),
      ...(unknown && { unknown: unknown(planned) }),
      ...(isAnothers && { isAnothers }),
    }
  },

  /** @param hash of the plan that was looked at */
  async apply(bytes: Uint8Array, hash: string, progress: Progress = NO_NEWS) {
    const file = await read(bytes)
    // planned before the writer is taken, so that others may write meanwhile
    const before = await latestChange(database.read)
    const ahead = await plan(database.read, file, NO_NEWS)
    refuseOtherPlan(shownPlan(ahead), hash)
    return database.write.transaction(async (trx) => {
      const isAsBefore = (await latestChange(trx)) === before
      const planned = isAsBefore ? ahead : await plan(trx, file, NO_NEWS)
      if (!isAsBefore) refuseOtherPlan(shownPlan(planned), hash)
      const batch: Batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const carryOut = begin(batch)
      let rows = 0
      for (const [i, row] of planned.entries()) {
        if (row.outcome === 'new' || row.outcome === 'changed') {
          await carryOut(row)
          rows++
        }
        if (i % AT_ONCE > 0) continue
        progress(i, planned.length)
        await giveWay()
      }
      return { changeSetId: rows > 0 ? batch.changeSetId : null, rows }
    })
  },
})

/** Words of a plan for the page: what is done with each row, and a name for the whole. */
function shownPlan(planned: readonly PlannedRow[]): ImportPlan {
  const rows = planned.map(({ line, outcome, what, why }) => ({ line, outcome, what, why }))
  const counts = { new: 0, same: 0, changed: 0, leftOut: 0, refused: 0 }
  rows.forEach(({ outcome }) => counts[outcome]++)
  return { rows, counts, hash: createHash('sha256').update(JSON.stringify(rows)).digest('hex') }
}

/** Refuses a plan that is not the one that was looked at, or that holds refused rows. */
function refuseOtherPlan(plan: ImportPlan, hash: string): void {
  if (plan.hash !== hash) {
    throw new Refusal(
      409,
      'Changed meanwhile',
      'The file or the log is not what you looked at: look again. Nothing was changed.',
    )
  }
  const refused = plan.rows.filter(({ outcome }) => outcome === 'refused')
  if (refused.length === 0) return
  const { line, why } = first(refused)
  throw new Refusal(
    422,
    'Some rows are refused',
    `${refused.length} rows are refused, the first on line ${line}: ${why}. Nothing was changed.`,
  )
}

/** Carries a row out; what refuses it says on which line it stands. */
export async function refusedOnLine(line: number, run: () => Promise<unknown>): Promise<void> {
  try {
    await run()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    throw new Refusal(error.status, error.title, `Line ${line}: ${error.message}`)
  }
}
