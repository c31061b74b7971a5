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

/** Steps that either hold or do not, such as lint, side by side: each counts as one test. */
async function check(...steps) {
  say(steps.map(([words]) => words).join(', '))
  const codes = await Promise.all(steps.map(([, command, args]) => shown(command, args)))
  for (const code of codes) counts[code === 0 ? 'passed' : 'failed']++
}

function report(file) {
  try {
    return JSON.parse(readFileSync(join(ROOT, file), 'utf8'))
  } catch {
    return null
  }
}

async function unitTests() {
  say('Unit tests')
  const code = await shown(bin('jest'), ['--json', `--outputFile=${UNIT_REPORT}`])
  const result = report(UNIT_REPORT)
  if (!result) return void counts.failed++
  counts.passed += result.numPassedTests
  counts.failed += result.numFailedTests + result.numRuntimeErrorTestSuites
  if (code !== 0 && counts.failed === 0) counts.failed++
}

async function browserTests() {
  say('Tests of the built server and its pages, in Chromium')
  const code = await shown(bin('playwright'), ['test'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: BROWSER_REPORT,
  })
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
    // neither lint nor types need the database or a browser: both are got beside them
    const ready = compile()
      .then(ensureChromium)
      .then(
        () => null,
        (error) => error,
      )
    rmSync(join(ROOT, 'test-results'), { recursive: true, force: true })
    mkdirSync(join(ROOT, 'test-results'))
    await prepareTypes()
    await check(
      ['Lint and the rooms’ imports', bin('eslint'), ['.', '--max-warnings', '0']],
      ['formatting', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
      ['import circles', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...ROOMS]],
      ['what nobody uses', bin('knip'), ['--no-progress']],
      ['the drawing of the rooms', process.execPath, ['scripts/rooms.mjs', '--check']],
    )
    await check(
      ['Types of core', bin('tsc'), ['-p', 'tsconfig.core.json']],
      ['of tests and demo', bin('tsc'), ['-p', 'tsconfig.tests.json']],
      ['of server and pages', bin('nuxt'), ['typecheck']],
    )
    const failure = await ready
    if (failure) throw failure
    await unitTests()
    await build()
    counts.passed++
    await browserTests()
  } catch (error) {
    if (!(error instanceof Stop)) throw error
    counts.failed++
    process.stderr.write(`\x1b[31m✗\x1b[0m ${error.message}\n`)
  }
  process.exitCode = counts.failed > 0 ? 1 : 0
  process.stdout.write(`${counts.passed} passed, ${counts.failed} failed\n`)
})
