import { median } from 'd3-array'
import { nextDose } from '../../core/acid-base/next-dose'
import { ledByHelper, tallied, type Measures } from '../fixtures/led-by-helper'
import { BATH_KINDS, bathSimulator } from '../fixtures/simulate-bath'

/** Soda by the spoon into baths with unknown buffers: how often the target, how often past the cap. */

const BATHS = 1000
const NEAR = 0.3

type Error = 'even' | 'normal'

/** `feelers`: readings after no, some and more soda, g/L, before the first advice. */
interface Trial {
  target: number
  cap: number
  error: Error
  feelers: readonly number[]
}

function tally({ target, cap, error, feelers }: Trial) {
  const { bath, uniform, normal } = bathSimulator(0.61)
  const misread = () => (error === 'even' ? 0.5 * uniform() - 0.25 : 0.25 * normal())
  let [past, near, doses, missed, looks] = [0, 0, 0, 0, 0]
  let [ms, most] = [0, 0]
  for (let i = 0; i < BATHS; i++) {
    const { waterL, truePh } = bath()
    const read = (totalMassG: number) => ({ totalMassG, ph: truePh(totalMassG) + misread() })
    const readings = feelers.map((gPerL) => read(gPerL * waterL))
    let given = readings.at(-1)!.totalMassG
    let highest = truePh(given)
    let advised = 0
    for (;;) {
      const began = performance.now()
      const advice = nextDose({ waterL, agent: 'sodaAsh', readings, target, cap })
      ms += performance.now() - began
      looks++
      if (advice.stop) break
      given += advice.nextMassG
      advised += Number(advice.nextMassG > 0)
      highest = Math.max(highest, truePh(given))
      readings.push(read(given))
    }
    past += Number(highest > cap)
    near += Number(Math.abs(truePh(given) - target) <= NEAR)
    missed += Math.abs(truePh(given) - target)
    doses += advised
    most = Math.max(most, advised)
  }
  const percent = (count: number) => `${((100 * count) / BATHS).toFixed(1)} %`
  return {
    'past the cap': percent(past),
    'within 0.3': percent(near),
    'mean miss': (missed / BATHS).toFixed(2),
    'doses, mean': (doses / BATHS).toFixed(1),
    'doses, most': most,
    'ms an advice': (ms / looks).toFixed(1),
  }
}

console.log(
  `  ${BATHS} baths of 1 to 20 L with two unknown acids and 0 to 4 mmol/L bicarbonate; soda ash`,
)
const FEELERS = [0, 0.01, 0.02]
const rows: Record<string, ReturnType<typeof tally>> = {}
for (const [words, trial] of [
  [
    'to 9.5, cap 10; three readings, each within 0.25',
    { target: 9.5, cap: 10, error: 'even', feelers: FEELERS },
  ],
  [
    'to 9.5, cap 10; three readings, SD 0.25',
    { target: 9.5, cap: 10, error: 'normal', feelers: FEELERS },
  ],
  [
    'to 9.5, cap 10; one reading, within 0.25',
    { target: 9.5, cap: 10, error: 'even', feelers: [0] },
  ],
  [
    'to 8.5, cap 9; three readings, within 0.25',
    { target: 8.5, cap: 9, error: 'even', feelers: FEELERS },
  ],
] as [string, Trial][]) {
  rows[words] = tally(trial)
}
console.table(rows)

/** As dyers do it: by teaspoons and strips that tell half a pH, or by scale and probe. */
const ledAs = (measures: Measures, within: number) => {
  const led = [...ledByHelper(BATHS, measures, 0.42)]
  for (const kind of [...BATH_KINDS, null]) {
    const of = led.filter((each) => kind === null || each.kind === kind)
    const { pastCap, near, doses } = tallied(of, within)
    const share = (value: number) => `${(100 * value).toFixed(1)} %`
    hands[`${measures}: ${kind ?? 'all'}`] = {
      'past the cap by 0.1': share(pastCap),
      [`within ${within}`]: share(near),
      'doses, median': median(doses),
      'doses, most': Math.max(...doses),
    }
  }
}
const hands: Record<string, object> = {}
console.log(
  `  ${BATHS} baths to pH 9 under a cap of 10, a quarter of each kind; 1.9 L added to half`,
)
ledAs('spoonsAndStrips', 0.5)
ledAs('scaleAndProbe', 0.3)
console.table(hands)
