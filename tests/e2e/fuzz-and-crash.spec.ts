import { expect, test } from './log-server'
import { randomLcg } from 'd3-random'
import { fuzzServer } from '../hostile/fuzz'
import { KEEPING_SCENARIOS, KeepingCrash } from '../hostile/keeping-crash'
import { CrashTest, SCENARIOS } from '../hostile/crash-test'

/** A small part of what `npm run bench -- hostile kill` does at length. */

test('three thousand hostile requests break nothing, and the server answers on', async ({
  baseURL,
}) => {
  test.setTimeout(300_000)
  const { broken, statuses } = await fuzzServer(baseURL!, 3000, 0.61)
  const told = broken.map(
    ({ request, status, answer }) =>
      `${status} ${request.method} ${request.path} ${String(request.body ?? '').slice(0, 300)}: ${answer.slice(0, 200)}`,
  )
  expect(told).toEqual([])
  // most reach a route, and some are sound: else it would only knock at the door
  expect(statuses[201]).toBeGreaterThan(20)
  expect(statuses[422]).toBeGreaterThan(500)
})

test('forty kills lose nothing that was answered, and it starts every time', async () => {
  test.setTimeout(600_000)
  const crashTest = new CrashTest(4866, randomLcg(0.17))
  try {
    for (let i = 0; i < 40; i++) await crashTest.kill(SCENARIOS[i % SCENARIOS.length]!)
  } finally {
    await crashTest.end()
  }
})

test('twelve kills over backups, archives and restores leave each whole or not at all', async () => {
  test.setTimeout(300_000)
  const crash = new KeepingCrash(4866, randomLcg(0.31))
  try {
    for (let i = 0; i < 12; i++) {
      await crash.kill(KEEPING_SCENARIOS[i % KEEPING_SCENARIOS.length]!)
    }
  } finally {
    await crash.end()
  }
})
