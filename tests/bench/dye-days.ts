import { fileURLToPath } from 'node:url'
import { randomInt, randomLcg } from 'd3-random'
import { Piscina } from 'piscina'
import { WAY_KEYS } from '../../catalogue/ways'
import { bestDayPlan } from '../../core/schedule/best-day-plan'
import {
  dayPlan,
  type DayPlan,
  type DayPlanQuestion,
  type Span,
} from '../../core/schedule/day-plan'
import { stepsOfExact, stepsOfWay } from '../fixtures/dye-days'
import { exactMakespan, type ExactPot } from '../fixtures/exact-dye-days'

/**
 * Random dye days laid out: how far over the optimum of an exact search in the same run, and how
 * long eight, twenty and forty pots of any way take, beside laying them once in the order given.
 */

const MIN = 60_000
const HOUR = 60 * MIN
const DAY = 24 * HOUR
const MIDNIGHT = Date.UTC(2026, 10, 20)
const START_MIN = 8 * 60
const FROM = MIDNIGHT + START_MIN * MIN
const daily = (from: number, to: number): Span[] =>
  Array.from({ length: 300 }, (_, d) => [
    MIDNIGHT + (d - 1) * DAY + from * HOUR,
    MIDNIGHT + (d - 1) * DAY + to * HOUR,
  ])
const hours = { hands: daily(7, 22), daylight: daily(8, 16), busy: [] as Span[] }
const vesselsOf = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ id: `v${i}`, busy: [] as Span[] }))
const random = randomLcg(0.77)
const int = (from: number, to: number) => randomInt.source(random)(from, to + 1)()

const fitsOf = (pots: number, vessels: number) =>
  Object.fromEntries(
    Array.from({ length: pots }, (_, i) => [
      `pot${i}`,
      vesselsOf(vessels)
        .map(({ id }) => id)
        .slice(int(0, vessels - 1)),
    ]),
  )

function smallPot(vessels: number): ExactPot {
  const own = Array.from({ length: vessels }, (_, v) => v).filter(() => int(0, 2) > 0)
  return {
    fillMin: 30,
    fireMin: 30 * int(2, 10),
    coolMin: 30 * int(1, 20),
    liftMin: 30,
    vessels: own.length > 0 ? own : [vessels - 1],
  }
}

const SMALL = 200
const over: number[] = []
const overOnce: number[] = []
for (let round = 0; round < SMALL; round++) {
  const vessels = int(2, 4)
  const pots = Array.from({ length: int(3, 6) }, () => smallPot(vessels))
  const burners = int(1, 2)
  const optimum = exactMakespan(pots, { burners, from: START_MIN, step: 30 })
  const question = {
    ...hours,
    burners,
    vessels: vesselsOf(vessels),
    steps: pots.flatMap(stepsOfExact),
    fits: Object.fromEntries(pots.map((pot, i) => [`pot${i}`, pot.vessels.map((v) => `v${v}`)])),
    from: FROM,
  }
  over.push((bestDayPlan(question).ends - FROM) / MIN / optimum - 1)
  overOnce.push((dayPlan(question).ends - FROM) / MIN / optimum - 1)
}
const percent = (share: number) => `${(100 * share).toFixed(1)} %`
for (const [what, all] of [
  ['many orders', over],
  ['in the order given', overOnce],
] as const) {
  const at = all.filter((each) => each < 1e-9).length
  const within = all.filter((each) => each <= 0.02).length
  console.log(
    `  3 to 6 pots, ${what.padEnd(19)} ${at} of ${SMALL} at the optimum, ${within} within 2 %, worst ${percent(Math.max(...all))} over`,
  )
}

const worker = new Piscina<DayPlanQuestion, DayPlan>({
  filename: fileURLToPath(new URL('lay-days.ts', import.meta.url)),
  execArgv: ['--import', 'tsx'],
  maxThreads: 1,
  minThreads: 1,
})
for (const count of [8, 20, 40]) {
  const steps = Array.from({ length: count }, (_, i) =>
    stepsOfWay(WAY_KEYS[int(0, WAY_KEYS.length - 1)]!, i),
  ).flat()
  const question = {
    ...hours,
    burners: 2,
    vessels: vesselsOf(4),
    steps,
    fits: fitsOf(count, 4),
    from: FROM,
  }
  // the worker has begun, and has laid some days before
  await worker.run(question)
  const began = performance.now()
  const best = await worker.run(question)
  const tookMs = performance.now() - began
  const once = dayPlan(question)
  console.log(
    `  ${count} pots, 2 burners, 4 vessels, in a worker: ${tookMs.toFixed(0)} ms; over after ${((best.ends - FROM) / DAY).toFixed(1)} days, in the order given ${((once.ends - FROM) / DAY).toFixed(1)}`,
  )
}
await worker.destroy()
