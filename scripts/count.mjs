// npm run count: lines of code and of tests (without blank lines and comments), and their share.
import { readFileSync } from 'node:fs'
import { execFileSync } from 'node:child_process'
import { ROOT } from './lib/shell.mjs'

const CODE = /\.(ts|vue|mjs|js|css)$/
const TEST = /^tests\//

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], {
  cwd: ROOT,
  encoding: 'utf8',
})
  .split('\n')
  .filter((file) => CODE.test(file))

const linesOf = (file) =>
  readFileSync(ROOT + file, 'utf8')
    .split('\n')
    .filter((line) => !/^\s*(\/\/.*|\*.*|\/\*.*)?$/.test(line)).length

const rooms = {}
for (const file of files) {
  const room = file.includes('/') ? file.split('/')[0] : 'settings'
  rooms[room] = (rooms[room] ?? 0) + linesOf(file)
}
const tests = files.filter((file) => TEST.test(file)).reduce((sum, file) => sum + linesOf(file), 0)
const all = Object.values(rooms).reduce((sum, lines) => sum + lines, 0)

for (const [room, lines] of Object.entries(rooms).sort((a, b) => b[1] - a[1])) {
  console.log(`${room.padEnd(12)} ${String(lines).padStart(6)}`)
}
console.log(`tests are ${((100 * tests) / all).toFixed(1)} % of ${all} lines of code`)
