import { nextDose, MOST_DOSES } from '../../core/acid-base/next-dose'
import { bathSimulator } from '../fixtures/simulate-bath'

/** Soda by the spoon into baths with unknown buffers: how often the target, how often past the cap. */

const BATHS = 200
const NEAR = 0.3

type Error = 'even' | 'normal'

function tally(target: number, cap: number, error: Error, seed: number) {
  const { bath, uniform, normal } = bathSimulator(seed)
  const misread = () => (error === 'even' ? 0.5 * uniform() - 0.25 : 0.25 * normal())
  let [past, near, doses, missed] = [0, 0, 0, 0]
  let ms = 0
  for (let i = 0; i < BATHS; i++) {
    const { waterL, truePh } = bath()
    const read = (totalMassG: number) => ({ totalMassG, ph: truePh(totalMassG) + misread() })
    const readings = [read(0)]
    let given = 0
    let highest = truePh(0)
    for (let dose = 0; dose <= MOST_DOSES; dose++) {
      const began = performance.now()
      const advice = nextDose({ waterL, agent: 'sodaAsh', readings, target, cap })
      ms += performance.now() - began
      if (advice.stop) break
      given += advice.nextMassG
      doses++
      highest = Math.max(highest, truePh(given))
      readings.push(read(given))
    }
    past += Number(highest > cap)
    near += Number(Math.abs(truePh(given) - target) <= NEAR)
    missed += Math.abs(truePh(given) - target)
  }
  const percent = (count: number) => `${((100 * count) / BATHS).toFixed(1)} %`
  return {
    'past the cap': percent(past),
    'within 0.3': percent(near),
    'mean miss': (missed / BATHS).toFixed(2),
    'doses each': (doses / BATHS).toFixed(1),
    'ms a dose': (ms / (doses + BATHS)).toFixed(1),
  }
}

console.log(
  `  ${BATHS} baths of 1 to 20 L with two unknown acids and 0 to 4 mmol/L bicarbonate; soda ash`,
)
const rows: Record<string, ReturnType<typeof tally>> = {}
for (const error of ['even', 'normal'] as const) {
  for (const [target, cap] of [
    [9.5, 10],
    [8.5, 9],
    [7.5, 8],
  ] as const) {
    const words = error === 'even' ? 'within ±0.25' : 'normal, SD 0.25'
    rows[`to ${target}, cap ${cap}; error ${words}`] = tally(target, cap, error, 0.61)
  }
}
console.table(rows)
