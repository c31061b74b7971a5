import { randomLcg } from 'd3-random'
import { CrashTest, SCENARIOS } from '../hostile/crash-test'
import { KEEPING_SCENARIOS, KeepingCrash } from '../hostile/keeping-crash'

/**
 * kill -9 over writes, photos, imports, first starts and upgrades: nothing answered is lost; and over
 * backups, archives, restores and merges: each is whole or not at all.
 */

const KILLS = Number(process.env.KILLS ?? 1000)
const KEEPING_KILLS = Number(process.env.KEEPING_KILLS ?? 300)
const random = randomLcg(Number(process.env.KILL_SEED ?? 0.26))

interface Crash<Scenario extends string> {
  kill(scenario: Scenario): Promise<void>
  end(): Promise<void>
}

async function killAll<Scenario extends string>(
  crash: Crash<Scenario>,
  scenarios: readonly Scenario[],
  kills: number,
): Promise<void> {
  const done = Object.fromEntries(scenarios.map((scenario) => [scenario, 0]))
  const began = Date.now()
  let failed = 0
  try {
    for (let i = 0; i < kills; i++) {
      const scenario = scenarios[i % scenarios.length]!
      try {
        await crash.kill(scenario)
        done[scenario]!++
      } catch (error) {
        failed++
        console.log(`${i} ${scenario}: ${error instanceof Error ? error.message : String(error)}`)
      }
      if ((i + 1) % 100 === 0) console.log(`${i + 1} of ${kills}, ${failed} failed`)
    }
  } finally {
    await crash.end()
  }
  const seconds = Math.round((Date.now() - began) / 1000)
  console.log(`${kills} kills in ${seconds} s: ${JSON.stringify(done)}, ${failed} failed`)
  if (failed > 0) process.exitCode = 1
}

await killAll(new CrashTest(4866, random), SCENARIOS, KILLS)
const keeping = new KeepingCrash(4866, random)
await killAll(keeping, KEEPING_SCENARIOS, KEEPING_KILLS)
console.log(`came to their end before the kill: ${JSON.stringify(keeping.reached)}`)
