import { spawn, type ChildProcess } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { SERVER_ENVIRONMENT } from '../../scripts/lib/server-environment.mjs'

const ENTRY = fileURLToPath(new URL('../../.output/server/index.mjs', import.meta.url))

/** Starts the production build on a data folder. */
export function startBuilt(folder: string, port: number): ChildProcess {
  return spawn(process.execPath, [ENTRY], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      ...SERVER_ENVIRONMENT,
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(port),
      JUNIPER_HAZE_DATA: folder,
      JUNIPER_HAZE_LOG: 'error',
    },
  })
}

/** Waits until a server answers that it is ready. */
export async function untilReady(base: string): Promise<void> {
  for (let tries = 0; tries < 400; tries++) {
    try {
      if ((await fetch(`${base}/api/health`)).ok) return
    } catch {
      // not listening yet
    }
    await new Promise((next) => setTimeout(next, 100))
  }
  throw new Error(`${base} did not become ready`)
}

/** Resolves once a process has ended, by itself or by a signal, also if it has already. */
export const exited = (child: ChildProcess) =>
  new Promise<void>((done) => {
    if (child.exitCode !== null || child.signalCode !== null) done()
    else child.once('exit', () => done())
  })
