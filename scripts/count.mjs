// npm run count: lines of code and the share of tests, and what makes code hard to live with.
import { execFileSync, spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { bin, ROOT } from './lib/shell.mjs'
import { syntaxOf } from './lib/syntax.mjs'

const CODE = /\.(ts|vue|mjs|js|css)$/
const TEST = /^tests\//
const SYNTAX = /\.(ts|vue|mjs)$/
/** Larger files want to be several. */
const LARGE_FILE = 250
const ASKS_DATABASE = /(?<!\.)\b(?:db|trx|read|write)(?:<\w+>)?\(\s*'|\.raw\(/
const ROOMS = ['app', 'core', 'catalogue', 'server', 'shared', 'demo', 'instruments']

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], {
  cwd: ROOT,
  encoding: 'utf8',
})
  .split('\n')
  .filter((file) => CODE.test(file))
const textOf = (file) => readFileSync(ROOT + file, 'utf8')

const linesOf = (file) =>
  textOf(file)
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

/** @returns whether a command found nothing, and what it said */
function asked(command, args) {
  const { status, stdout } = spawnSync(bin(command), args, { cwd: ROOT, encoding: 'utf8' })
  return { isClean: status === 0, said: stdout.trim() }
}

const product = files.filter((file) => SYNTAX.test(file) && !TEST.test(file))
const syntax = product.map((file) => syntaxOf(file, textOf(file)))
const sum = (pick) => syntax.reduce((total, found) => total + pick(found), 0)
const large = product.filter((file) => !file.startsWith('catalogue/') && linesOf(file) > LARGE_FILE)
const long = syntax.flatMap((found) => found.long).sort((a, b) => b.lines - a.lines)
const withSql = product.filter(
  (file) =>
    /^server\//.test(file) &&
    !/^server\/(?:repositories|database)\//.test(file) &&
    ASKS_DATABASE.test(textOf(file)),
)
const circles = asked('depcruise', ['--config', '.dependency-cruiser.cjs', ...ROOMS])
const unused = asked('knip', ['--no-progress'])

console.log(`
files over ${LARGE_FILE} lines         ${large.length}${large.map((file) => `\n  ${linesOf(file)} ${file}`).join('')}
functions over 60 lines      ${long.length}${long.map(({ file, from, lines, name }) => `\n  ${lines} ${file}:${from} ${name}`).join('')}
casts                        ${sum(({ casts }) => casts)}
assertions with !            ${sum(({ assertions }) => assertions)}
spreads of literals          ${sum(({ spreads }) => spreads)}
SQL outside repositories     ${withSql.length} files${withSql.map((file) => `\n  ${file}`).join('')}
import circles, undeclared   ${circles.isClean ? 0 : circles.said}
unused exports, dependencies ${unused.isClean ? 0 : unused.said}`)
