import { setImmediate } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import type { Database } from './database/open'
import { openLog } from './database/open-log'
import { LogTrouble } from './database/trouble'
import { photoFiles } from './photos/photo-files'
import { seedCatalogue } from './services/log/catalogue'
import { createCurvePool, type CurvePool } from './services/strength/curve-pool'
import { createLog, type Log } from './services/log/log'
import { createTaskPool, type TaskPool } from './workers/task-pool'
import { logger } from './http/logger'

interface Context {
  database: Database
  file: string
  log: Log
  curves: CurvePool
  tasks: TaskPool
  /** Sentences about what is not as it should be, though the log is open. */
  warnings: string[]
}

const DAY_MS = 86_400_000
/** A log that could not be opened is tried again at the first request after so long. */
const TRY_AGAIN_MS = 2000

let context: Promise<Context> | null = null
/** ms of the process; null while nothing has failed. */
let failedAt: number | null = null

/** Workers' own entries, beside the server's. */
const workerFiles = () => ({
  curves: fileURLToPath(new URL('./workers/curves.mjs', import.meta.url)),
  tasks: fileURLToPath(new URL('./workers/tasks.mjs', import.meta.url)),
})

/** Opens the log in the data folder, brings it up to date and fills the catalogue's shelf. */
async function open(): Promise<Context> {
  // called while the bundle is still being loaded: where it lies is known a moment later
  await setImmediate()
  const folder = process.env.JUNIPER_HAZE_DATA ?? './data'
  const tasks = createTaskPool(workerFiles().tasks)
  let database: Database | null = null
  try {
    const opened = await openLog(folder, (log) => tasks.run('checkFile', log))
    database = opened.database
    await seedCatalogue(database.write, new Date().toISOString())
    const files = photoFiles(folder)
    await files.sweep()
    const curves = createCurvePool(workerFiles().curves)
    const log = createLog(database, { compute: curves.compute, files, tasks: tasks.run })
    await log.forgetting.old()
    return { ...opened, log, curves, tasks }
  } catch (error) {
    // a folder that stays held would refuse the next try
    await database?.close()
    await tasks.close()
    throw error
  }
}

/**
 * The one log of this server; the first call opens it, all wait for the same opening. One that
 * failed is tried again by a later call: the disk may have room by then, the other program be closed.
 *
 * @throws LogTrouble in a sentence for the user
 */
export function useContext(): Promise<Context> {
  if (failedAt !== null && performance.now() - failedAt > TRY_AGAIN_MS) context = failedAt = null
  if (context) return context
  const opening = open()
  context = opening
  opening.then(runDaily, (error: unknown) => {
    failedAt = performance.now()
    const cause = error instanceof LogTrouble ? error.cause : error
    logger.fatal({ err: cause }, error instanceof LogTrouble ? error.message : 'No log is open')
  })
  return opening
}

/**
 * Once a day: what is to be forgotten is, and the file is looked through, in a thread of its own,
 * since a disk may go bad while the log is open.
 */
function runDaily({ file, log, tasks, warnings }: Context): void {
  const timer = setInterval(() => {
    log.forgetting.old().catch((error: unknown) => logger.error({ err: error }, 'Not forgotten'))
    tasks
      .run('checkFile', file)
      .then((complaint) => {
        if (complaint === 'ok') return
        logger.fatal({ complaint }, 'The log file is damaged')
        const words =
          'The log file has become damaged: stop, put its folder aside as it is, and bring a copy back.'
        if (!warnings.includes(words)) warnings.push(words)
      })
      .catch((error: unknown) =>
        logger.error({ err: error }, 'The log could not be looked through'),
      )
  }, DAY_MS)
  timer.unref()
}

export const useLog = async (): Promise<Log> => (await useContext()).log

/** Closes the database at the end of the server's life. */
export async function closeContext(): Promise<void> {
  const open = context
  context = null
  if (!open) return
  const { database, curves, tasks } = await open
  await Promise.all([curves.close(), tasks.close()])
  await database.close()
}
