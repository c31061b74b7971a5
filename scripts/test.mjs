// npm test: everything that must hold, from a fresh clone on. Its last line counts the tests.
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { checkChromium, ensureChromium } from './lib/chromium.mjs'
import { build, compile, prepareTypes, unpack } from './lib/prepare.mjs'
import { run, say, Stop } from './lib/say.mjs'
import { bin, ROOT, shown } from './lib/shell.mjs'

const ROOMS = ['app', 'core', 'catalogue', 'server', 'shared', 'demo', 'instruments']
const UNIT_REPORT = 'test-results/unit.json'
const BROWSER_REPORT = 'test-results/browser.json'

const counts = { passed: 0, failed: 0 }

/** So many commands run beside each other: more only wait for a core, and for memory. */
const AT_ONCE = 2

/** Does something that is said, and says how long it took. */
async function timed(words, run) {
  say(words)
  const began = Date.now()
  const result = await run()
  say(`${words}: ${Math.round((Date.now() - began) / 1000)} s`)
  return result
}

/** Commands that either hold or do not, such as lint, longest first: each counts as one test. */
function held([name, command, args]) {
  return async () => {
    const isHeld = (await shown(command, args)) === 0
    counts[isHeld ? 'passed' : 'failed']++
    if (!isHeld) say(`${name}: does not hold, as said above`)
  }
}

/** Runs steps, two beside each other. @throws the first that one of them throws, once all are done */
async function besideEachOther(steps) {
  const waiting = [...steps]
  const failures = []
  const runner = async () => {
    for (let step = waiting.shift(); step; step = waiting.shift()) {
      await step().catch((error) => failures.push(error))
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, runner))
  if (failures.length > 0) throw failures[0]
}

function report(file) {
  try {
    return JSON.parse(readFileSync(join(ROOT, file), 'utf8'))
  } catch {
    return null
  }
}

async function unitTests() {
  const code = await timed('Unit tests', () =>
    shown(bin('jest'), ['--json', `--outputFile=${UNIT_REPORT}`]),
  )
  const result = report(UNIT_REPORT)
  if (!result) return void counts.failed++
  counts.passed += result.numPassedTests
  counts.failed += result.numFailedTests + result.numRuntimeErrorTestSuites
  if (code !== 0 && counts.failed === 0) counts.failed++
}

async function browserTests() {
  const code = await timed('Tests of the built server and its pages, in Chromium', () =>
    shown(bin('playwright'), ['test'], { PLAYWRIGHT_JSON_OUTPUT_NAME: BROWSER_REPORT }),
  )
  const result = report(BROWSER_REPORT)
  if (!result) return void counts.failed++
  counts.passed += result.stats.expected
  counts.failed += result.stats.unexpected + result.stats.flaky + result.errors.length
  if (code !== 0 && counts.failed === 0) counts.failed++
}

await run(async () => {
  try {
    await unpack()
    checkChromium()
    rmSync(join(ROOT, 'test-results'), { recursive: true, force: true })
    mkdirSync(join(ROOT, 'test-results'))
    // neither lint nor types need the database or a browser: both are got beside them
    const ready = compile().then(ensureChromium)
    // told where it is waited for
    ready.catch(() => undefined)
    await prepareTypes()
    await timed('Lint, types, formatting, import circles, what nobody uses, and the build', () =>
      besideEachOther([
        held(['lint and the rooms’ imports', bin('eslint'), ['.', '--max-warnings', '0']]),
        held(['types of server and pages', bin('vue-tsc'), ['-b', '--noEmit']]),
        // the bundler works mostly by itself: another core has time for what is left
        async () => {
          await ready
          await timed('Build', build)
          counts.passed++
        },
        held(['formatting', bin('prettier'), ['--check', '--log-level', 'warn', '.']]),
        held(['types of tests and demo', bin('tsc'), ['-p', 'tsconfig.tests.json']]),
        held(['what nobody uses', bin('knip'), ['--no-progress']]),
        held(['types of core', bin('tsc'), ['-p', 'tsconfig.core.json']]),
        held([
          'import circles',
          bin('depcruise'),
          ['--config', '.dependency-cruiser.cjs', ...ROOMS],
        ]),
        held(['the drawing of the rooms', process.execPath, ['scripts/rooms.mjs', '--check']]),
      ]),
    )
    await unitTests()
    await browserTests()
  } catch (error) {
    if (!(error instanceof Stop)) throw error
    counts.failed++
    process.stderr.write(`\x1b[31m✗\x1b[0m ${error.message}\n`)
  }
  process.exitCode = counts.failed > 0 ? 1 : 0
  process.stdout.write(`${counts.passed} passed, ${counts.failed} failed\n`)
})
