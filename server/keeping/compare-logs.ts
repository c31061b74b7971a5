import type { ArchiveLook, CollectionCompared } from '../../shared/views/keeping/keeping'
import { removeDatabase } from './bring/stage'
import { copyInto, latestOf, withLog, type Latest } from '../database/log-facts'
import {
  conflictsOf,
  countSettings,
  countThings,
  newCodes,
  rulesLeftOut,
  withBoth,
} from './merge/look-at-merge'
import { mergeLogs } from './merge/merge-logs'

/** A copy of a log as it is in this moment, to be compared or written to while others go on. */
export function copyOfLog(log: string, copy: string): void {
  removeDatabase(copy)
  withLog(log, (db) => copyInto(db, copy))
}

/** What the log has beside a backup, brought to the same form. */
export function compareWithBackup(
  log: string,
  staged: string,
): { collections: CollectionCompared[] } & Latest {
  return withBoth(log, staged, (db) => ({
    collections: [...countThings(db), countSettings(db)],
    ...ofHere(log),
  }))
}

const ofHere = (log: string) => withLog(log, latestOf)

const logIdOf = (file: string): unknown =>
  withLog(file, (db) => db.prepare(`select value from setting where name = 'logId'`).pluck().get())

type MergeLook = Pick<
  ArchiveLook,
  | 'isEmptyLog'
  | 'isSameLog'
  | 'change'
  | 'collections'
  | 'conflicts'
  | 'codes'
  | 'leftOut'
  | 'refusals'
>

/**
 * What would come of making two logs one.
 *
 * @param here a copy of the log; it is tried on, and is not to be used afterwards
 */
export function lookAtMerge(here: string, there: string): MergeLook {
  const { change } = ofHere(here)
  const look = withBoth(here, there, (db) => ({
    isEmptyLog: change === 0,
    isSameLog: logIdOf(here) === logIdOf(there),
    change,
    collections: countThings(db),
    conflicts: conflictsOf(db),
    codes: newCodes(db).map(({ code, becomes }) => ({ code, becomes })),
    leftOut: rulesLeftOut(db),
  }))
  if (look.isEmptyLog) return { ...look, refusals: [] }
  const choices = Object.fromEntries(look.conflicts.map(({ id }) => [id, 'there' as const]))
  return { ...look, refusals: mergeLogs(here, there, choices) }
}
