import { randomLcg } from 'd3-random'
import { CrashTest, SCENARIOS } from '../hostile/crash-test'

/** kill -9 over writes, photos, imports, first starts and upgrades: nothing answered is lost. */

const KILLS = Number(process.env.KILLS ?? 1000)
const random = randomLcg(Number(process.env.KILL_SEED ?? 0.26))
const crashTest = new CrashTest(4866, random)
const done = Object.fromEntries(SCENARIOS.map((scenario) => [scenario, 0]))
const failures: string[] = []
const began = Date.now()
try {
  for (let i = 0; i < KILLS; i++) {
    const scenario = SCENARIOS[i % SCENARIOS.length]!
    try {
      await crashTest.kill(scenario)
      done[scenario]!++
    } catch (error) {
      failures.push(`${i} ${scenario}: ${error instanceof Error ? error.message : String(error)}`)
      console.log(failures.at(-1))
    }
    if ((i + 1) % 100 === 0) console.log(`${i + 1} of ${KILLS}, ${failures.length} failed`)
  }
} finally {
  await crashTest.end()
}
console.log(
  `${KILLS} kills in ${Math.round((Date.now() - began) / 1000)} s: ${JSON.stringify(done)}, ${failures.length} failed`,
)
if (failures.length > 0) process.exitCode = 1
