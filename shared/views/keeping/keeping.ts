/** Why a backup was made. */
export const BACKUP_REASONS = ['day', 'asked', 'upgrade', 'swap'] as const
export type BackupReason = (typeof BACKUP_REASONS)[number]

/** Where a backup lies: in the data folder, or in the folder that was named. */
export type BackupPlace = 'data' | 'named'

export interface BackupView {
  /** Names it for good. */
  key: string
  place: BackupPlace
  /** The copy of the log: what `npm run restore` takes. */
  file: string
  madeAt: string
  reason: BackupReason
  /** What it was made before, in words; empty for those of a day. */
  before: string
  /** Of the copy of the log; its pictures, which backups share, are not in it. */
  bytes: number
  pots: number
  swatches: number
  photos: number
  /** Pictures that were gone already when it was made. */
  missingPhotos: number
}

/** What cannot be told of a log that is closed is null. */
export interface KeepingView {
  backups: BackupView[]
  folder: { data: string; named: string | null; isNamedThere: boolean }
  /** Of everything in the folders of backups, pictures too. */
  totalBytes: number
  /**
   * Changes since the newest good backup, and since when they wait; none where settings alone were
   * changed.
   */
  unsaved: { changes: number; since: string } | null
  /** The last try, where it failed. */
  failure: { at: string; why: string } | null
  isRunning: boolean
  /** Whether the first backup by itself is still to come, after the log was opened. */
  isAwaited: boolean
  /** The log as it was before another was put in its place. */
  takeBack: { key: string; at: string; what: string } | null
}

/** Things of one collection, compared between two logs. */
export interface CollectionCompared {
  collection: string
  onlyHere: number
  onlyThere: number
  /** In both, and not alike: changed, or something was added to them. */
  differ: number
  same: number
  /** A few of those that are only here, by their codes or names. */
  examples: string[]
}

/** What a backup holds beside what the log holds. */
export interface BackupLook {
  backup: BackupView
  /** Newest change of the log now; null where it cannot be read. */
  change: number | null
  collections: CollectionCompared[] | null
}

/** A thing that both logs changed since they were one. */
export interface MergeConflict {
  collection: string
  id: string
  name: string
  /** When each side changed it last. */
  here: string
  there: string
  /** Fields that differ: as here, and as there. */
  fields: { name: string; here: string; there: string }[]
}

/** What an archive would do to the log. */
export interface ArchiveLook {
  token: string
  createdAt: string
  /** Whether nothing was ever written to this log: then it simply becomes the other. */
  isEmptyLog: boolean
  /** Whether the two began as one. */
  isSameLog: boolean
  change: number
  /** Places as they stand in the archive. */
  places: ArchivedPlaces
  rows: number
  photos: number
  collections: (CollectionCompared & { newerThere: number; newerHere: number })[]
  conflicts: MergeConflict[]
  /** Codes of tags that are something else here, and what the one that comes would be called. */
  codes: { code: string; becomes: string }[]
  /** What of it would not come in, and why; a sentence each. */
  leftOut: string[]
  /** Why the two cannot be made one; a sentence each. */
  refusals: string[]
}

export const ARCHIVED_PLACES = ['asPatchesSay', 'exact', 'rounded', 'none'] as const
export type ArchivedPlaces = (typeof ARCHIVED_PLACES)[number]

/** What could be read of a damaged log. */
export interface SalvageView {
  lots: number
  pots: number
  swatches: number
  /** Rows left out because one that they name could not be read. */
  orphaned: number
}

/** What long work tells as it goes. */
export type KeepingNews<T> =
  | { done: number; of: number }
  | { answer: T }
  | { problem: { status: number; title: string; detail: string } }
