import { expect, test } from '@playwright/test'
import { spawnSync } from 'node:child_process'
import { createServer } from 'node:net'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { stripVTControlCharacters } from 'node:util'

/** The commands fail with one clear sentence, and with an exit code that says so. */

const ROOT = fileURLToPath(new URL('../..', import.meta.url))

function command(script: string, env: Record<string, string>, args: string[] = []) {
  const { status, stderr } = spawnSync(process.execPath, [`scripts/${script}.mjs`, ...args], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, ...env },
    timeout: 200_000,
  })
  return { status, said: stripVTControlCharacters(stderr).trim() }
}

for (const script of ['start', 'demo', 'dev']) {
  test(`${script}: a port that is taken`, async () => {
    const other = createServer().listen(4877, '127.0.0.1')
    await new Promise((ready) => other.once('listening', ready))
    // the command runs while this process waits, so the port must be held by the kernel's backlog
    const { status, said } = command(script, { JUNIPER_HAZE_PORT: '4877' })
    other.close()
    expect(status).toBe(1)
    expect(said).toContain('Port 4877 is taken: stop what listens there, or set JUNIPER_HAZE_PORT')
    expect(said.split('\n')).toHaveLength(1)
  })
}

test('a port that is none, and a host beyond this machine', () => {
  expect(command('start', { JUNIPER_HAZE_PORT: '99999' }).said).toContain(
    'must be a port from 1 to 65535; got 99999',
  )
  const wider = command('start', { JUNIPER_HAZE_HOST: '0.0.0.0' })
  expect(wider.status).toBe(1)
  expect(wider.said).toContain('Serving beyond this machine (0.0.0.0) is not offered yet')
})

test('a data folder that cannot be written', () => {
  const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-taken-'))
  const taken = join(folder, 'file')
  writeFileSync(taken, '')
  for (const script of ['start', 'demo']) {
    const env = { JUNIPER_HAZE_DATA: join(taken, 'data'), JUNIPER_HAZE_PORT: '4876' }
    const { status, said } = command(script, env)
    expect(status).toBe(1)
    expect(said).toContain('cannot be written to: choose another with JUNIPER_HAZE_DATA')
  }
  rmSync(folder, { recursive: true, force: true })
})

test('the demo refuses a folder that holds a log of your own', () => {
  const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-own-'))
  writeFileSync(join(folder, 'juniper-haze.sqlite'), '')
  const env = { JUNIPER_HAZE_DATA: folder, JUNIPER_HAZE_PORT: '4876' }
  const { status, said } = command('demo', env, ['--fresh'])
  expect(status).toBe(1)
  expect(said).toContain('holds a log of your own: choose another folder for the demo')
  rmSync(folder, { recursive: true, force: true })
})

test('tests without a browser', () => {
  const { status, said } = command('test', { JUNIPER_HAZE_CHROMIUM: '/no/such/browser' })
  expect(status).toBe(1)
  expect(said).toContain('There is no Chromium at /no/such/browser')
})
