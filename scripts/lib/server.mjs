import { accessSync, constants, existsSync, mkdirSync } from 'node:fs'
import { createServer } from 'node:net'
import { resolve } from 'node:path'
import { spawn } from 'node:child_process'
import { Stop } from './say.mjs'
import { SERVER_ENVIRONMENT } from './server-environment.mjs'
import { ROOT } from './shell.mjs'

const DEFAULT_PORT = 4870
const LOCAL = new Set(['127.0.0.1', 'localhost', '::1'])

/** Port and host from the environment. */
export function address() {
  const host = process.env.JUNIPER_HAZE_HOST ?? '127.0.0.1'
  if (!LOCAL.has(host)) {
    throw new Stop(
      `Serving beyond this machine (${host}) is not offered yet, since a pass-phrase cannot be set: leave JUNIPER_HAZE_HOST out.`,
    )
  }
  const port = Number(process.env.JUNIPER_HAZE_PORT ?? DEFAULT_PORT)
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    throw new Stop(
      `JUNIPER_HAZE_PORT must be a port from 1 to 65535; got ${process.env.JUNIPER_HAZE_PORT}.`,
    )
  }
  return { host, port }
}

/** @throws Stop where another program listens there */
export function checkPort({ host, port }) {
  return new Promise((done, fail) => {
    const probe = createServer()
    probe.once('error', (error) =>
      fail(
        new Stop(
          error.code === 'EADDRINUSE'
            ? `Port ${port} is taken: stop what listens there, or set JUNIPER_HAZE_PORT to another.`
            : `Port ${port} cannot be opened: ${error.message}.`,
        ),
      ),
    )
    probe.listen(port, host, () => probe.close(() => done()))
  })
}

/** @throws Stop where the data folder cannot be made or written */
export function checkFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.W_OK)
  } catch {
    throw new Stop(
      `The data folder ${resolve(folder)} cannot be written to: choose another with JUNIPER_HAZE_DATA.`,
    )
  }
}

/** Starts the built server as a child; it ends with this process. */
export function startServer({ host, port, folder, log = 'warn' }) {
  const entry = `${ROOT}.output/server/index.mjs`
  if (!existsSync(entry)) throw new Stop('There is no build yet: run npm run build first.')
  const child = spawn(process.execPath, [entry], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: {
      ...process.env,
      ...SERVER_ENVIRONMENT,
      NITRO_HOST: host,
      NITRO_PORT: String(port),
      JUNIPER_HAZE_DATA: resolve(folder),
      JUNIPER_HAZE_LOG: process.env.JUNIPER_HAZE_LOG ?? log,
    },
  })
  for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => child.kill(signal))
  child.once('exit', (code) => process.exit(code ?? 0))
  return child
}

/** Waits until the log answers that it is ready. */
export async function untilReady({ host, port }) {
  const at = host === '::1' ? '[::1]' : host
  for (let tries = 0; tries < 200; tries++) {
    try {
      const answer = await fetch(`http://${at}:${port}/api/health`)
      if (answer.ok) return
    } catch {
      // not listening yet
    }
    await new Promise((next) => setTimeout(next, 100))
  }
  throw new Stop('The server did not become ready within 20 seconds.')
}
