import type { Database } from '../../database/open'
import { forgetPlaces } from '../../repositories/forgotten-places'
import type { Clock } from './records'

/** An undo is offered for as long as a page stands open; a forgotten page is not waited for. */
const UNDOABLE_MS = 3_600_000

/** What the log forgets for good once nobody can want it back. */
export const forgettingService = (database: Database, clock: Clock) => ({
  /** A change is done with: its undo is not offered any more. */
  closed: (changeSetId: string): Promise<number> => forgetPlaces(database.write, { changeSetId }),

  /** What older changes told of places that are forgotten; at every start, and now and then. */
  old: (): Promise<number> =>
    forgetPlaces(database.write, { before: new Date(+clock() - UNDOABLE_MS).toISOString() }),
})
