import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { dirname, join, resolve } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import type { DemoBeside } from '../../../shared/views/log/demo'

const HOST = '127.0.0.1'
const READY_TRIES = 300
const READY_EACH_MS = 100

export interface DemoPlaces {
  /** Of the project: the demo is played by a program of its own. */
  root: string
  /** The built server. */
  entry: string
  /** Of the demo's log; never one's own. */
  folder: string
}

/** As the server was started: the demo's folder lies beside the log's. */
export function demoPlaces(dataFolder: string): DemoPlaces {
  const root = process.cwd()
  return {
    root,
    entry: process.argv[1] ?? '',
    folder: join(dirname(resolve(dataFolder)), 'demo-data'),
  }
}

/**
 * The invented log in a server of its own, on a port that is free, with a folder of its own: one's
 * own log is not touched. It ends with this server.
 */
export function demoBeside(places: () => DemoPlaces) {
  let now: DemoBeside = { state: 'closed', address: '', failure: '' }
  const children = new Set<ChildProcess>()

  function run(file: string, args: string[], more: NodeJS.ProcessEnv, cwd: string) {
    const child = spawn(process.execPath, [file, ...args], {
      cwd,
      // the fourth is a line by which it hears that this server has ended
      stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
      env: { ...process.env, NODE_ENV: 'production', ...more },
    })
    children.add(child)
    let said = ''
    child.stderr?.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-2000)))
    const ended = new Promise<{ code: number | null; said: string }>((done) => {
      child.once('error', (error) => done({ code: 1, said: error.message }))
      child.once('exit', (code) => {
        children.delete(child)
        done({ code, said: said.trim().split('\n').at(-1) ?? '' })
      })
    })
    return { child, ended }
  }

  async function open(): Promise<string> {
    const { root, entry, folder } = places()
    const player = join(root, 'node_modules/tsx/dist/cli.mjs')
    const isBuilt = entry.endsWith('index.mjs') && existsSync(entry)
    if (!isBuilt || !existsSync(player) || !existsSync(join(root, 'demo/cli.ts'))) {
      throw new Error(
        'The demo is played by the project itself: start with npm start in its folder, or run npm run demo.',
      )
    }
    const played = await run(player, ['demo/cli.ts', folder], {}, root).ended
    if (played.code !== 0) throw new Error(played.said || 'The demo could not be played.')
    const port = await freePort()
    const address = `http://${HOST}:${port}`
    const server = run(
      entry,
      [],
      { NITRO_HOST: HOST, NITRO_PORT: String(port), JUNIPER_HAZE_DATA: folder },
      root,
    )
    let isOver = false
    void server.ended.then(({ said }) => {
      isOver = true
      now = { state: 'failed', address: '', failure: said || 'The demo has ended.' }
    })
    for (let tries = 0; tries < READY_TRIES && !isOver; tries++) {
      if (await isReady(address)) return address
      await wait(READY_EACH_MS)
    }
    server.child.kill()
    throw new Error(now.failure || 'The demo did not become ready.')
  }

  return {
    state: (): DemoBeside => now,
    /** Begins, and answers at once; one that is open or on its way is left as it is. */
    start(): DemoBeside {
      if (now.state === 'open' || now.state === 'starting') return now
      now = { state: 'starting', address: '', failure: '' }
      open().then(
        (address) => (now = { state: 'open', address, failure: '' }),
        (error: Error) => (now = { state: 'failed', address: '', failure: error.message }),
      )
      return now
    },
  }
}

async function isReady(address: string): Promise<boolean> {
  try {
    return (await fetch(`${address}/api/health`)).ok
  } catch {
    return false
  }
}

/** A port that nobody listens at. */
function freePort(): Promise<number> {
  return new Promise((done, fail) => {
    const probe = createServer()
    probe.once('error', fail)
    probe.listen(0, HOST, () => {
      const { port } = probe.address() as AddressInfo
      probe.close(() => done(port))
    })
  })
}
