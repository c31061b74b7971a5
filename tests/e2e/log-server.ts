import { test as base, expect } from '@playwright/test'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import type { ChildProcess } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { exited, startBuilt, untilReady } from './server-process'

/** One port a worker; those of tests that start servers of their own lie below. */
const FIRST_PORT = 4880

/** The built server on a copy of the demo log, anew for every file: no file meets another's rows. */
class LogServer {
  private file = ''
  private folder = ''
  private child: ChildProcess | null = null

  constructor(private readonly port: number) {}

  readonly base = () => `http://127.0.0.1:${this.port}`

  async serve(file: string): Promise<string> {
    if (file === this.file) return this.base()
    await this.stop()
    this.file = file
    this.folder = mkdtempSync(join(tmpdir(), 'juniper-haze-e2e-'))
    cpSync(process.env.JUNIPER_HAZE_E2E_DEMO!, this.folder, { recursive: true })
    this.child = startBuilt(this.folder, this.port)
    await untilReady(this.base())
    return this.base()
  }

  async stop(): Promise<void> {
    if (!this.child) return
    this.child.kill()
    await exited(this.child)
    this.child = null
    rmSync(this.folder, { recursive: true, force: true })
  }
}

/** A test on a server of its file's own. */
export const test = base.extend<object, { logServer: LogServer }>({
  logServer: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures from the pattern
    async ({}, use, { parallelIndex }) => {
      const server = new LogServer(FIRST_PORT + parallelIndex)
      await use(server)
      await server.stop()
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ logServer }, use, { file }) => use(await logServer.serve(file)),
})

export { expect }
