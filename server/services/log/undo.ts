import { newId } from '../../../shared/ids'
import type { Database } from '../../database/open'
import { changeLog, type ChangeEntry } from '../../repositories/change-log'
import type { Knex } from 'knex'
import { notFound, stillNeeded } from './failures'
import type { Clock } from './records'
import { first } from '../../../core/present'

interface Undoable {
  undo(trx: Knex, entry: ChangeEntry, changeSetId: string, at: string): Promise<void>
}

/**
 * Takes a change set back by compensating entries, last written first, all or nothing. The undo
 * is a change set of its own, so it can be undone too.
 */
export const undoService = (
  database: Database,
  collections: Record<string, Undoable>,
  clock: Clock,
) => ({
  undo: (changeSetId: string): Promise<{ changeSetId: string }> =>
    database.write.transaction(async (trx) => {
      const log = changeLog(trx)
      const entries = await log.inSet(changeSetId)
      if (entries.length === 0) throw notFound('change', changeSetId)
      if (first(entries).undoneBy) throw stillNeeded('This change was undone already.')
      const undoneBy = newId()
      const at = clock().toISOString()
      for (const entry of entries.reverse()) {
        await collections[entry.collection]!.undo(trx, entry, undoneBy, at)
      }
      await log.markUndone(changeSetId, undoneBy)
      return { changeSetId: undoneBy }
    }),
})
