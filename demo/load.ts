import { existsSync, rmSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { migrate } from '../server/database/migrate'
import { holdFolder } from '../server/database/folder-lock'
import { DATABASE_FILE, makeFolder, openDatabase } from '../server/database/open'
import { seedCatalogue } from '../server/services/log/catalogue'
import { createLog } from '../server/services/log/log'
import { addDays, localDate } from './days'
import { playStory } from './simulate'
import type { StoryClock } from './act'

const LOADED = 'demo-loaded.txt'
/** What keeps a log safe, beside it. */
const OF_ANOTHER = ['backups', 'keeping.json', 'incoming', 'aside', 'photos-without-rows']

/**
 * Makes a folder with the demo log in it, dated back from today.
 *
 * @param folder its own data folder; nothing outside it is touched
 * @param fresh true: throws an earlier demo log away and plays the story anew
 * @returns false where an earlier demo log was left as it is
 * @throws Error where the folder holds a log that is no demo, or a server has it open
 */
export async function loadDemo(folder: string, { fresh = false } = {}): Promise<boolean> {
  const marker = join(folder, LOADED)
  const file = join(folder, DATABASE_FILE)
  if (existsSync(marker) && !fresh) return false
  if (existsSync(file) && !existsSync(marker)) {
    throw new Error(
      `${resolve(folder)} holds a log of your own: choose another folder for the demo.`,
    )
  }
  makeFolder(folder)
  // a server that has it open would go on writing into what is thrown away
  const release = holdFolder(folder)
  for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true })
  rmSync(marker, { force: true })
  // backups of an earlier demo are of another log
  for (const name of OF_ANOTHER) rmSync(join(folder, name), { recursive: true, force: true })

  const today = localDate(new Date())
  const clock: StoryClock = { now: new Date(`${addDays(today, -760)}T08:00:00Z`) }
  const database = await openDatabase(folder)
  try {
    // marked before it is filled: a load cut short is a demo log still, and may be thrown away
    writeFileSync(marker, `Demo log, invented throughout, made on ${today}.\n`)
    await migrate(database.write)
    await seedCatalogue(database.write, clock.now.toISOString())
    await playStory(createLog(database, { clock: () => clock.now }), clock, today)
  } catch (error) {
    rmSync(marker, { force: true })
    rmSync(file, { force: true })
    throw error
  } finally {
    await database.close()
    release()
  }
  return true
}
