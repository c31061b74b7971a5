import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { median } from 'd3-array'
import { differenceCiede2000 } from 'culori'
import { hueSpreads } from '../../core/match/hue-spread'
import { overdyeUptake } from '../../core/match/overdye-uptake'
import { matchSteps } from '../../core/match/search'
import { loadDemo } from '../../demo/load'
import { openDatabase } from '../../server/database/open'
import { createLog } from '../../server/services/log/log'
import { dyesOfLog, hiddenDyes } from '../fixtures/hidden-dyes'
import { matchPromises } from '../fixtures/match-promises'

/** Recipes for wanted colours: whether promises hold, how near they come, and how long it takes. */

for (const overdyed of [0, 12]) {
  const made = matchPromises({ worlds: 30, wantedEach: 10, overdyed })
  const share = (is: (each: (typeof made)[number]) => boolean) =>
    `${((100 * made.filter(is).length) / made.length).toFixed(1)} %`
  const middle = (of: (each: (typeof made)[number]) => number) => median(made, of)!.toFixed(2)
  const promised = made.reduce((sum, { probability }) => sum + probability, 0) / made.length
  console.log(`  ${made.length} wanted colours, ${overdyed} overdyed swatches in each log:`)
  console.log(
    `    within the promised span ${share(({ isWithinSpan }) => isWithinSpan)}; ` +
      `within 3 ΔE ${share(({ isNear }) => isNear)}, promised ${(100 * promised).toFixed(1)} %; ` +
      `two pots ${share(({ isTwoPots }) => isTwoPots)}`,
  )
  console.log(
    `    median ΔE ${middle(({ miss }) => miss)}; the nearest swatch made again ` +
      `${middle(({ naiveMiss }) => naiveMiss)}; the recipe without chance ${middle(({ middleMiss }) => middleMiss)}`,
  )
}

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-bench-'))
await loadDemo(folder)
const database = await openDatabase(folder)
const log = createLog(database)
await log.match.settled()
const { foretelling } = await log.match.view()
const { n, medianMiss, mostMiss, held } = foretelling!
console.log(
  `  the demo's own ${n} swatches, each from the other pots: median ΔE ${medianMiss!.toFixed(2)}, ` +
    `nine in ten within ${mostMiss!.toFixed(2)}, the 90 % span held ${(100 * held!).toFixed(1)} %`,
)
await database.close()
rmSync(folder, { recursive: true })

/** Dyes all unlike each other, all of one fibre and mordant: every pair may be dyed in turn. */
const CURVES = 500
const few = dyesOfLog(hiddenDyes(0.3).log())
const many = Array.from({ length: CURVES }, (_, i) => {
  const dye = few[i % few.length]!
  return {
    ...dye,
    id: `${i}`,
    unit: dye.unit.map((value, band) => value * (1 + 0.2 * Math.sin(i + band / 5))),
    pieces: dye.pieces.map((some) => some.map((value) => value * (1 + 0.3 * Math.sin(7 * i)))),
  }
})
const question = {
  dyes: many,
  hues: hueSpreads(many.map(({ hue }) => hue)),
  uptake: overdyeUptake([]),
  spreadFactor: 1,
  wanted: { lab: { l: 50, a: 10, b: 30 }, errorDe: 0, within: 3 },
  areAllowed: () => true,
}
const times = Array.from({ length: 6 }, () => {
  const began = performance.now()
  let longest = 0
  let last = began
  const steps = matchSteps(question)
  while (!steps.next().done) {
    longest = Math.max(longest, performance.now() - last)
    last = performance.now()
  }
  return { whole: performance.now() - began, longest }
}).slice(1)
const differ = differenceCiede2000()
const began = performance.now()
for (let i = 0; i < 100_000; i++) {
  differ({ mode: 'lab65', l: 50 + (i % 7), a: 10, b: 30 }, { mode: 'lab65', l: 50, a: 10, b: 30 })
}
const plain = performance.now() - began
console.log(
  `  ${CURVES} curves, each ratio, ${(CURVES * (CURVES - 1)) / 2} pairs in turn: ` +
    `${median(times, ({ whole }) => whole)!.toFixed(0)} ms, longest step ${Math.max(...times.map(({ longest }) => longest)).toFixed(0)} ms; ` +
    `100,000 CIEDE2000 by culori in the same run ${plain.toFixed(0)} ms`,
)
