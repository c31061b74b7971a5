import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'

/** Plays the demo log once; every file of tests begins with a copy of it. */
export default async function playDemo(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-e2e-demo-'))
  await loadDemo(folder)
  process.env.JUNIPER_HAZE_E2E_DEMO = folder
  return () => rmSync(folder, { recursive: true, force: true })
}
