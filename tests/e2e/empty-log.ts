import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { exited, startBuilt, untilReady } from './server-process'
import { test } from './watched'

/** A server of an empty log's own, anew for every test of a file. */
export function useEmptyLog(port: number) {
  const base = `http://127.0.0.1:${port}`
  let folder = ''
  let server: ChildProcess | null = null
  test.beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'juniper-haze-empty-'))
    server = startBuilt(join(folder, 'data'), port)
    await untilReady(base)
  })
  test.afterEach(async ({ page }) => {
    // a page whose server is killed under it complains of it, in its console
    if (!page.isClosed()) await page.goto('about:blank')
    server?.kill('SIGKILL')
    if (server) await exited(server)
    rmSync(folder, { recursive: true, force: true })
  })
  return { base, folder: () => folder }
}
