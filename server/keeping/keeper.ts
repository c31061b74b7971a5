import { photoFiles } from '../photos/photo-files'
import { keeperBackups } from './keeper-backups'
import { keeperBase, type KeeperSurroundings } from './keeper-base'
import { keeperBring } from './keeper-bring'
import { keeperRepair } from './keeper-repair'

/**
 * Keeps a log safe: backups, what comes in its place, and repairs. It works on files, so it can help
 * where the log cannot be opened.
 */
export function createKeeper(surroundings: KeeperSurroundings) {
  const base = keeperBase(surroundings)
  const backups = keeperBackups(base)
  return {
    ...backups,
    ...keeperBring(base, backups),
    ...keeperRepair(base, photoFiles(surroundings.folder)),
  }
}

export type Keeper = ReturnType<typeof createKeeper>
