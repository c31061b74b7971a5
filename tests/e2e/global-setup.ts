import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { exited, startBuilt, untilReady } from './server-process'

const PORT = 4855
const BASE = `http://127.0.0.1:${PORT}`

/**
 * Plays the demo log once, and lets its curves be computed; every file of tests begins with a copy of
 * both.
 */
export default async function playDemo(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-e2e-demo-'))
  await loadDemo(folder)
  const server = startBuilt(folder, PORT)
  try {
    await untilReady(BASE)
    await (await fetch(`${BASE}/api/curves`)).arrayBuffer()
  } finally {
    server.kill()
    await exited(server)
  }
  process.env.JUNIPER_HAZE_E2E_DEMO = folder
  return () => rmSync(folder, { recursive: true, force: true })
}
