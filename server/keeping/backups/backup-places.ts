import { access, constants, readdir, stat } from 'node:fs/promises'
import { isAbsolute, join, relative, resolve } from 'node:path'
import { unacceptable, notFound } from '../../services/log/failures'
import type { BackupPlace } from '../../../shared/views/keeping/keeping'
import type { BackupNote } from './backup-note'
import { backupsIn } from './backup-store'

/** A backup, and where it lies. */
export interface FoundBackup {
  /** Names it for good: its set, a stroke, its id. */
  key: string
  place: BackupPlace
  folder: string
  note: BackupNote
}

const IN_DATA = 'backups'
/** Sets of several logs may lie in a folder that somebody names: each in its own. */
const SET = /^juniper-haze-[0-9a-f]{6}$/

export const setFolderName = (own: string) => `juniper-haze-${own}`
export const dataBackups = (data: string) => join(data, IN_DATA)

/** Folders that hold backups: those of the data folder, and all sets in the named one. */
export async function setFolders(
  data: string,
  named: string | null,
): Promise<{ set: string; place: BackupPlace; folder: string }[]> {
  const sets = named === null ? [] : await readdir(named).catch(() => [])
  return [
    { set: IN_DATA, place: 'data', folder: dataBackups(data) },
    ...sets
      .filter((name) => SET.test(name))
      .map((set) => ({ set, place: 'named' as const, folder: join(named ?? '', set) })),
  ]
}

/** All backups that count, newest first. */
export async function findBackups(data: string, named: string | null): Promise<FoundBackup[]> {
  const found = await Promise.all(
    (await setFolders(data, named)).map(async ({ set, place, folder }) =>
      (await backupsIn(folder)).map((note) => ({ key: `${set}/${note.id}`, place, folder, note })),
    ),
  )
  return found.flat().sort((a, b) => (a.note.madeAt < b.note.madeAt ? 1 : -1))
}

/** @throws Refusal 404 */
export async function backupNamed(
  data: string,
  named: string | null,
  key: string,
): Promise<FoundBackup> {
  const found = (await findBackups(data, named)).find((backup) => backup.key === key)
  if (!found) throw notFound('backup', key)
  return found
}

/**
 * A folder as somebody named it for backups.
 *
 * @throws Refusal 422 where it is not there, cannot be written, or is a part of the log itself
 */
export async function checkNamed(data: string, named: string): Promise<string> {
  const folder = named.trim()
  const refuse = (why: string) => unacceptable('/folder', why)
  if (!isAbsolute(folder)) {
    throw refuse(`Give the whole path of the folder, from the root on; got "${folder}".`)
  }
  const within = relative(resolve(data), folder)
  if (!within.startsWith('..') && !isAbsolute(within)) {
    throw refuse('This lies in the data folder itself: a backup there is lost with the log.')
  }
  const found = await stat(folder).catch(() => null)
  if (!found?.isDirectory()) {
    throw refuse(`There is no folder ${folder}: make it, or plug the stick in, then name it again.`)
  }
  await access(folder, constants.W_OK).catch(() => {
    throw refuse(`The folder ${folder} cannot be written to: let this user write there.`)
  })
  return folder
}

export const isThere = (folder: string): Promise<boolean> =>
  stat(folder).then(
    (found) => found.isDirectory(),
    () => false,
  )
