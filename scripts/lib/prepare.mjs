import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { say, Stop } from './say.mjs'
import { bin, has, quiet, ROOT } from './shell.mjs'
import { hashOf, isStamped, stamp } from './stamp.mjs'

const INSTALLED = 'node_modules/.juniper-haze-installed'
const BUILT = '.output/.juniper-haze-built'
const ADDON = 'node_modules/better-sqlite3/build/Release/better_sqlite3.node'

/** All that goes into the server and the pages. */
const SOURCES = [
  'app',
  'catalogue',
  'core',
  'public',
  'server',
  'shared',
  'nuxt.config.ts',
  'package-lock.json',
]

function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major > 20 || (major === 20 && minor >= 19)) return
  throw new Stop(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`)
}

const isInstalled = () =>
  isStamped(INSTALLED, hashOf(['package.json', 'package-lock.json'])) &&
  existsSync(join(ROOT, ADDON))

/** Unpacks the packages of the lock file, where they are not installed; compiles nothing yet. */
export async function unpack() {
  checkNode()
  if (isInstalled()) return
  say('Unpacking packages...')
  // `npm ci` refuses a lock file made on another kind of system; `install` keeps its versions.
  const { code, output } = await quiet('npm', [
    'install',
    '--ignore-scripts',
    '--no-audit',
    '--no-fund',
  ])
  if (code === 0) return
  process.stderr.write(output)
  throw new Stop('The packages could not be installed; npm says why above.')
}

/** Compiles what the unpacked packages have to compile: the database. */
export async function compile() {
  if (isInstalled()) return
  say('Compiling the database, which takes about two minutes...')
  const { code, output } = await quiet('npm', ['rebuild'], { JOBS: 'max' })
  if (code !== 0) {
    const tools = ['python3', 'make', 'g++'].filter((tool) => !has(tool))
    if (tools.length) {
      throw new Stop(
        `The database cannot be compiled without ${tools.join(', ')}: install ${tools.length > 1 ? 'them' : 'it'} (on Debian: apt-get install python3 make g++) and start again.`,
      )
    }
    process.stderr.write(output)
    throw new Stop('The database could not be compiled; npm says why above.')
  }
  // npm may complete the lock file with what only this system knows: that is not a change of ours
  stamp(INSTALLED, hashOf(['package.json', 'package-lock.json']))
}

/** Installs the packages of the lock file, where that was not done yet. */
export async function install() {
  await unpack()
  await compile()
}

/** Builds server and pages, where something they are made of has changed. */
export async function build() {
  const hash = hashOf(SOURCES)
  if (isStamped(BUILT, hash)) return
  say('Building, a minute or two...')
  const { code, output } = await quiet(bin('nuxt'), ['build'])
  if (code !== 0) {
    process.stderr.write(output)
    throw new Stop('The build failed; it says why above.')
  }
  stamp(BUILT, hash)
}

/** Makes Nuxt's generated types and lint rules, which lint and type check stand on. */
export async function prepareTypes() {
  const { code, output } = await quiet(bin('nuxt'), ['prepare'])
  if (code === 0) return
  process.stderr.write(output)
  throw new Stop('Nuxt could not prepare its types; it says why above.')
}
