import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { startBuilt } from './server-process'

/** The built server on a demo log of its own, thrown away at the end. */
const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-e2e-'))
await loadDemo(folder)
const server = startBuilt(folder, Number(process.argv[2]))
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    server.kill()
    rmSync(folder, { recursive: true, force: true })
    process.exit(0)
  })
}
