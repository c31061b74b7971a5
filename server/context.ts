import { resolve } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import type { Database } from './database/open'
import { holdFolder } from './database/folder-lock'
import { openLog } from './database/open-log'
import { LogTrouble } from './database/trouble'
import { createKeeper, type Keeper } from './keeping/keeper'
import { keepBeforeUpgrade } from './keeping/keep-before-upgrade'
import type { Swap } from './keeping/keeper-base'
import { putInPlace } from './keeping/swap'
import { photoFiles } from './photos/photo-files'
import { seedCatalogue } from './services/log/catalogue'
import { openCurvePool, type CurvePool } from './services/strength/curve-pool'
import { createLog, type Log } from './services/log/log'
import { createAtlasPool, type AtlasPool } from './workers/atlas-pool'
import { checkInThread } from './workers/check-in-thread'
import { createKeepingPool, type KeepingPool } from './workers/keeping-pool'
import { createTaskPool, type TaskPool } from './workers/task-pool'
import { allAnswered } from './http/requests-under-way'
import { logger } from './http/logger'

interface Context {
  database: Database
  file: string
  log: Log
  curves: CurvePool
  atlas: AtlasPool
  tasks: TaskPool
  /** Sentences about what is not as it should be, though the log is open. */
  warnings: string[]
  /** What is done once a day; it ends with the context. */
  daily: NodeJS.Timeout
}

const DAY_MS = 86_400_000
/** Longest that a log which is about to be replaced waits for what was asked of it before. */
const MOST_ANSWERING_MS = 1500
/** A log that could not be opened is tried again at the first request after so long. */
const TRY_AGAIN_MS = 2000

let context: Promise<Context> | null = null
/** ms of the process; null while nothing has failed. */
let failedAt: number | null = null

/** Works on files of logs, also where none can be opened. */
let keeping: { pool: KeepingPool; keeper: Keeper } | null = null

const dataFolder = () => resolve(process.env.JUNIPER_HAZE_DATA ?? './data')

/** Workers' own entries, beside the server's. */
const workerFiles = () => ({
  keeping: fileURLToPath(new URL('./workers/keeping.mjs', import.meta.url)),
  atlas: fileURLToPath(new URL('./workers/atlas.mjs', import.meta.url)),
  curves: fileURLToPath(new URL('./workers/curves.mjs', import.meta.url)),
  tasks: fileURLToPath(new URL('./workers/tasks.mjs', import.meta.url)),
  check: fileURLToPath(new URL('./workers/file-check.mjs', import.meta.url)),
})

/**
 * Opens the log in the data folder, brings it up to date and fills the catalogue's shelf.
 *
 * @param isWhole whether its file was looked through just now
 */
async function open(isWhole = false): Promise<Context> {
  // called while the bundle is still being loaded: where it lies is known a moment later
  await setImmediate()
  const folder = dataFolder()
  const tasks = createTaskPool(workerFiles().tasks)
  let database: Database | null = null
  try {
    const opened = await openLog(
      folder,
      (log) => (isWhole ? Promise.resolve('ok') : checkInThread(workerFiles().check, log)),
      keepBeforeUpgrade(useKeepingPool().run),
    )
    database = opened.database
    await seedCatalogue(database.write, new Date().toISOString())
    const files = photoFiles(folder)
    await files.sweep()
    const curves = openCurvePool(workerFiles().curves, folder, (error) =>
      logger.warn({ err: error }, 'What was computed is not kept'),
    )
    const atlas = createAtlasPool(workerFiles().atlas, opened.file, curves.keep)
    const log = createLog(database, {
      compute: curves.compute,
      computeAtlasEntry: atlas.entryOf,
      match: curves.match,
      files,
      tasks: tasks.run,
    })
    await log.forgetting.old()
    return { ...opened, log, curves, atlas, tasks, daily: lookDaily(opened, log) }
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
  opening.catch((error: unknown) => {
    failedAt = performance.now()
    const cause = error instanceof LogTrouble ? error.cause : error
    logger.fatal({ err: cause }, error instanceof LogTrouble ? error.message : 'No log is open')
  })
  return opening
}

function useKeepingPool(): KeepingPool {
  return useKeepingWhole().pool
}

function useKeepingWhole() {
  if (!keeping) {
    const pool = createKeepingPool(workerFiles().keeping)
    const keeper = createKeeper({
      folder: dataFolder(),
      run: pool.run,
      swap: replaceLog,
      clock: () => new Date(),
    })
    keeping = { pool, keeper }
  }
  return keeping
}

/** What keeps the log safe; it needs none that is open. */
export const useKeeper = (): Keeper => useKeepingWhole().keeper

/**
 * Closes the log, puts another file in its place, and opens that: whoever asks meanwhile waits. Where
 * the check refuses, or the file cannot be put there, the log is open as it was.
 */
async function replaceLog(swap: Swap): Promise<void> {
  const before = await useContext().catch(() => null)
  let failure: unknown = null
  const replacing = (async (): Promise<Context> => {
    await allAnswered(MOST_ANSWERING_MS)
    // nobody writes from here on: who waits for the writer is told to try again
    const writer = before && (await before.database.write.transaction())
    try {
      swap.check()
    } catch (error) {
      await writer?.rollback()
      if (!before) throw error
      failure = error
      return before
    }
    const closing = before ? closed(before) : Promise.resolve()
    await writer?.rollback()
    await closing
    try {
      const release = holdFolder(dataFolder())
      try {
        putInPlace(dataFolder(), swap)
      } finally {
        release()
      }
    } catch (error) {
      failure = error
    }
    // what was staged was looked through where it was made
    return openAgain(failure === null)
  })()
  context = replacing
  failedAt = null
  await replacing
  if (failure) throw failure as Error
}

/** Where it cannot be opened, the next request tries again. */
async function openAgain(isWhole: boolean): Promise<Context> {
  try {
    return await open(isWhole)
  } catch (error) {
    failedAt = performance.now()
    throw error
  }
}

async function closed({ database, curves, atlas, tasks, daily }: Context): Promise<void> {
  clearInterval(daily)
  // whoever has the file open last takes the journal into it: that is to be the one that writes
  await atlas.close()
  await Promise.all([database.close(), curves.close(), tasks.close()])
}

/**
 * Once a day: what is to be forgotten is, and the file is looked through, in a thread of its own,
 * since a disk may go bad while the log is open.
 */
function lookDaily(
  { file, warnings }: Pick<Context, 'file' | 'warnings'>,
  log: Log,
): NodeJS.Timeout {
  const timer = setInterval(() => {
    log.forgetting.old().catch((error: unknown) => logger.error({ err: error }, 'Not forgotten'))
    checkInThread(workerFiles().check, file)
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
  return timer.unref()
}

export const useLog = async (): Promise<Log> => (await useContext()).log

/** Closes the database at the end of the server's life. */
export async function closeContext(): Promise<void> {
  const open = context
  context = null
  const pool = keeping?.pool
  keeping = null
  await pool?.close()
  if (open) await closed(await open)
}
