import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { execFile } from 'node:child_process'
import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { archived } from '../../../fixtures/archived'
import { KeptLog } from '../../../fixtures/kept-log'

/** `npm run restore` and `npm run check`, as a terminal gives them. */

let kept: KeptLog
beforeEach(async () => {
  kept = await KeptLog.begin()
})
afterEach(() => kept.end())

async function command(...args: string[]): Promise<{ code: number; said: string }> {
  const env = { ...process.env, JUNIPER_HAZE_DATA: kept.folder }
  const run = promisify(execFile)
  try {
    const { stdout } = await run('node_modules/.bin/tsx', ['server/keeping/command.ts', ...args], {
      env,
    })
    return { code: 0, said: stdout }
  } catch (error) {
    const { code, stdout, stderr } = error as { code: number; stdout: string; stderr: string }
    return { code, said: stdout + stderr }
  }
}

test('a backup is listed, brought back by its file, and what was there is told', async () => {
  await kept.lot()
  await kept.keeper.backUpNow()
  const then = await kept.lots()
  kept.wait(30)
  await kept.lot()
  const [backup] = (await kept.keeper.view()).backups
  await kept.close()
  expect((await command('restore')).said).toContain(backup!.file)
  const { code, said } = await command('restore', backup!.file)
  expect(said).toContain(`${backup!.file} is the log of ${kept.folder} now.`)
  expect(code).toBe(0)
  const before = /npm run restore -- (\S+)/.exec(said)?.[1]
  expect(existsSync(before!)).toBe(true)
  await kept.open()
  expect(await kept.lots()).toEqual(then)
}, 60_000)

test('an archive takes the place of the log, and what is no log is refused', async () => {
  await kept.lot()
  const there = await KeptLog.begin()
  await there.lot()
  await there.lot()
  const file = join(kept.folder, 'there.zip')
  await archived(there.log, file)
  const wanted = await there.lots()
  await there.end()
  await kept.close()
  const letter = join(kept.folder, 'letter.sqlite')
  writeFileSync(letter, 'a letter')
  const refused = await command('restore', letter)
  expect(refused).toMatchObject({ code: 1 })
  expect(refused.said).toContain('is no archive, no backup, and no copy of a log')
  expect(await command('restore', file)).toMatchObject({ code: 0 })
  await kept.open()
  expect(await kept.lots()).toEqual(wanted)
}, 60_000)

test('a log that a server has open is left, and a sound one is said to be so', async () => {
  const held = await command('check')
  expect(held.code).toBe(1)
  expect(held.said).toContain('is open already')
  await kept.close()
  const { code, said } = await command('check')
  expect(said).toContain('The log file is whole.')
  expect(said).toContain('Every photo has its row and its file.')
  expect(code).toBe(0)
}, 60_000)
