// npm run rooms [-- --check]: draws the rooms of the code from their imports into CONTRIBUTING.md.
import { spawnSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { run, say, Stop } from './lib/say.mjs'
import { bin, ROOT } from './lib/shell.mjs'

const FILE = `${ROOT}CONTRIBUTING.md`
const ROOMS = ['app', 'core', 'catalogue', 'server', 'shared', 'demo', 'instruments']
const FRAME = /(<!-- rooms -->\n)[\s\S]*(<!-- \/rooms -->)/

/** A room, or within server the storey, that a file lies in. */
function roomOf(file) {
  const [room, storey] = file.split('/')
  return room === 'server' && storey && !storey.endsWith('.ts') ? `server/${storey}` : room
}

/** How many imports lead from each room to each other. */
function arrows() {
  const args = ['--config', '.dependency-cruiser.cjs', '--output-type', 'json', ...ROOMS]
  const { stdout } = spawnSync(bin('depcruise'), args, {
    cwd: ROOT,
    encoding: 'utf8',
    maxBuffer: 1e9,
  })
  const counts = new Map()
  for (const { source, dependencies } of JSON.parse(stdout).modules) {
    for (const { resolved } of dependencies) {
      if (!ROOMS.includes(source.split('/')[0]) || !ROOMS.includes(resolved.split('/')[0])) continue
      const [from, to] = [roomOf(source), roomOf(resolved)]
      if (from !== to) counts.set(`${from} ${to}`, (counts.get(`${from} ${to}`) ?? 0) + 1)
    }
  }
  return [...counts.keys()].sort().map((key) => key.split(' '))
}

const idOf = (room) => room.replace(/\W/g, '_')

function drawing() {
  const found = arrows()
  const rooms = [...new Set(found.flat())].sort()
  return [
    '```mermaid',
    'flowchart TD',
    ...rooms.map((room) => `  ${idOf(room)}["${room}"]`),
    ...found.map(([from, to]) => `  ${idOf(from)} --> ${idOf(to)}`),
    '```',
    '',
  ].join('\n')
}

await run(async () => {
  const text = readFileSync(FILE, 'utf8')
  const drawn = text.replace(FRAME, (_, before, after) => `${before}\n${drawing()}\n${after}`)
  if (drawn === text) return say('The drawing of the rooms is as the imports are.')
  if (process.argv.includes('--check')) {
    throw new Stop(
      'The drawing of the rooms in CONTRIBUTING.md is not as the imports are: npm run rooms.',
    )
  }
  writeFileSync(FILE, drawn)
  say('Drew the rooms anew in CONTRIBUTING.md.')
})
