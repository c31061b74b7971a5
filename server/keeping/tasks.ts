import { bringPictures } from './pictures'
import { stageArchive, stageBackup, stageCopy } from './bring/stage'
import type { BackupNote } from './backups/backup-note'
import { makeBackup, type BackupJob } from './backups/make-backup'
import { compareWithBackup, copyOfLog, lookAtMerge } from './compare-logs'
import { mergeLogs, type Choices } from './merge/merge-logs'
import { pictureHashesOf } from '../database/log-facts'
import { salvage } from './repair/salvage'
import { tidyPhotos, type TidyJob } from './repair/tidy-photos'
import { Refusal } from '../services/log/failures'
import { messageOf } from '../../core/present'

export type Progress = (done: number, of: number) => void

/** Work on whole logs, in a thread of its own: minutes, where a log is large. */
export const KEEPING_TASKS = {
  backup: (job: BackupJob, tell: Progress) => makeBackup(job, tell),
  stageBackup: (
    { folder, note, staged }: { folder: string; note: BackupNote; staged: string },
    tell: Progress,
  ) => stageBackup(folder, note, staged, tell),
  stageCopy: ({ file, staged }: { file: string; staged: string }) => stageCopy(file, staged),
  stageArchive: (
    { file, staged, photos }: { file: string; staged: string; photos: string },
    tell: Progress,
  ) => stageArchive(file, staged, photos, tell),
  compareWithBackup: async ({ log, staged }: { log: string; staged: string }) =>
    compareWithBackup(log, staged),
  copyLog: async ({ log, copy }: { log: string; copy: string }) => copyOfLog(log, copy),
  lookAtMerge: async ({ here, there }: { here: string; there: string }) => lookAtMerge(here, there),
  merge: async ({ here, there, choices }: { here: string; there: string; choices: Choices }) =>
    mergeLogs(here, there, choices),
  bringPictures: async ({ log, to, from }: { log: string; to: string; from: string[] }) =>
    bringPictures(pictureHashesOf(log), to, from),
  tidyPhotos: (job: TidyJob) => tidyPhotos(job),
  salvage: ({ log, made }: { log: string; made: string }) => salvage(log, made),
}

export type KeepingTask = keyof typeof KEEPING_TASKS

/** What comes back from a thread: an error's own kind does not outlive the way, so it is told. */
export type KeepingAnswer =
  | { value: unknown }
  | { refusal: { status: Refusal['status']; title: string; detail: string } }
  | { failure: { name: string; message: string; code: string | undefined } }

export async function keepingAnswer(
  name: KeepingTask,
  input: unknown,
  tell: Progress,
): Promise<KeepingAnswer> {
  try {
    const run = KEEPING_TASKS[name] as (input: unknown, tell: Progress) => unknown
    return { value: await run(input, tell) }
  } catch (error) {
    if (error instanceof Refusal) {
      return { refusal: { status: error.status, title: error.title, detail: error.message } }
    }
    const { code } = error as { code?: string }
    const name_ = error instanceof Error ? error.name : 'Error'
    return { failure: { name: name_, message: messageOf(error), code } }
  }
}
