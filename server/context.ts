import { fileURLToPath } from 'node:url'
import { openDatabase, type Database } from './database/open'
import { migrate } from './database/migrate'
import { photoFiles } from './photos/photo-files'
import { seedCatalogue } from './services/log/catalogue'
import { createCurvePool, type CurvePool } from './services/strength/curve-pool'
import { createLog, type Log } from './services/log/log'

interface Context {
  database: Database
  log: Log
  pool: CurvePool
}

let context: Promise<Context> | null = null

/** Opens the log in the data folder, brings it up to date and fills the catalogue's shelf. */
async function open(): Promise<Context> {
  const folder = process.env.JUNIPER_HAZE_DATA ?? './data'
  const database = await openDatabase(folder)
  await migrate(database.write)
  await seedCatalogue(database.write, new Date().toISOString())
  const pool = createCurvePool(fileURLToPath(new URL('./workers/curves.mjs', import.meta.url)))
  return {
    database,
    log: createLog(database, { compute: pool.compute, files: photoFiles(folder) }),
    pool,
  }
}

/** The one log of this server; the first call opens it, all wait for the same opening. */
export const useContext = (): Promise<Context> => (context ??= open())

export const useLog = async (): Promise<Log> => (await useContext()).log

/** Closes the database at the end of the server's life. */
export async function closeContext(): Promise<void> {
  const open = context
  context = null
  if (!open) return
  const { database, pool } = await open
  await pool.close()
  await database.close()
}
