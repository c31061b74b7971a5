import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { messageOf } from '../../core/present'
import { formatCount } from '../../core/quantity/format-count'
import { holdFolder } from '../database/folder-lock'
import { complaintOf, withLog } from '../database/log-facts'
import { DATABASE_FILE, makeFolder } from '../database/open'
import { keepingHere } from './run-keeping'
import { createKeeper, type Keeper } from './keeper'
import { putInPlace } from './swap'

/** `restore [FILE]` and `check`, from a terminal, while no server has the log. */

const [command = '', file] = process.argv.slice(2)
const folder = resolve(process.env.JUNIPER_HAZE_DATA ?? './data')
const say = (words: string): void => void process.stdout.write(`${words}\n`)

try {
  makeFolder(folder)
  const release = holdFolder(folder)
  const keeper = createKeeper({
    folder,
    run: keepingHere,
    clock: () => new Date(),
    swap: (swap) => {
      swap.check()
      putInPlace(folder, swap)
      return Promise.resolve()
    },
  })
  try {
    if (command === 'check') process.exitCode = (await check(keeper)) ? 0 : 1
    else if (file) await restore(keeper, resolve(file))
    else await list(keeper)
  } finally {
    release()
  }
} catch (error) {
  process.stderr.write(`${messageOf(error)}\n`)
  process.exitCode = 1
}

async function list(keeper: Keeper): Promise<void> {
  const { backups } = await keeper.view()
  if (backups.length === 0) return say(`There are no backups of the log in ${folder}.`)
  say('Give the file to bring back: npm run restore -- FILE')
  for (const { file: copy, madeAt, pots, swatches } of backups) {
    say(
      `${copy}  ${madeAt.slice(0, 16).replace('T', ' ')}  ${formatCount(pots, 'pot')}, ${formatCount(swatches, 'swatch')}`,
    )
  }
}

async function restore(keeper: Keeper, path: string): Promise<void> {
  if (!existsSync(path)) throw new Error(`There is no file ${path}.`)
  const missing = await keeper.restoreFile(path)
  say(`${path} is the log of ${folder} now.`)
  if (missing.length > 0) {
    say(`${formatCount(missing.length, 'photo')} of it could not be found: ${missing.join(', ')}`)
  }
  const { takeBack, backups } = await keeper.view()
  const before = backups.find(({ key }) => key === takeBack?.key)
  if (before) say(`To have the log back as it was: npm run restore -- ${before.file}`)
}

/** What is wrong within a database file, or `ok`. */
function complaintOfFile(log: string): string {
  try {
    return withLog(log, complaintOf)
  } catch (error) {
    return messageOf(error)
  }
}

/** @returns whether all is well, or was mended */
async function check(keeper: Keeper): Promise<boolean> {
  const log = join(folder, DATABASE_FILE)
  if (!existsSync(log)) throw new Error(`There is no log in ${folder}.`)
  const complaint = complaintOfFile(log)
  say(complaint === 'ok' ? 'The log file is whole.' : `The log file is damaged: ${complaint}`)
  let isWell = complaint === 'ok'
  if (isWell) {
    const { strays, broughtBack, missing } = await keeper.tidy(Date.now(), true)
    if (strays) say(`${formatCount(strays, 'file')} without a row laid into photos-without-rows.`)
    if (broughtBack) say(`${formatCount(broughtBack, 'photo')} brought back from a backup.`)
    for (const hash of missing) say(`The photo ${hash} is gone, and in no backup.`)
    if (!strays && !broughtBack && missing.length === 0)
      say('Every photo has its row and its file.')
    isWell = missing.length === 0
  } else {
    say(
      'Bring a backup back: npm run restore. What can still be read goes out on the page Keeping.',
    )
  }
  for (const { file: copy, isWhole } of await keeper.checkBackups()) {
    if (isWhole) continue
    say(`The backup ${copy} is not as it was written.`)
    isWell = false
  }
  return isWell
}
