import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { atOneRatio } from '../../../../core/evidence/at-one-ratio'
import type { EvidenceSwatch } from '../../../../core/evidence/fingerprints'
import { logEvidence } from '../../../../core/evidence/log-evidence'

const swatch = (id: string, water: string, ratioDry: number | null, strength: number) => ({
  id,
  pot: id,
  lot: 'l',
  source: 's',
  strength,
  lab: null,
  factors: { fibre: 'wool', water, ratioDry },
})
/** What doubling adds at most where it is called enough. */
const GAIN = 0.2
const enoughOf = (bend: number) => bend * Math.log(1 / GAIN)

describe('strengths at one ratio', () => {
  test('lie where the curve has them: of an exponential, those of one curve become alike', () => {
    const bend = 0.6
    const on = [0.2, 0.5, 1.4].map((ratio, i) =>
      swatch(`${i}`, 'tap', ratio, 3 * (1 - Math.exp(-ratio / bend))),
    )
    const enough = { mid: enoughOf(bend), low: enoughOf(bend), high: enoughOf(bend) }
    const brought = atOneRatio(on, enough, GAIN)
    const middle = (0.2 * 0.5 * 1.4) ** (1 / 3)
    for (const { strength, bendSd, factors } of brought as EvidenceSwatch[]) {
      expect(strength).toBeCloseTo(3 * (1 - Math.exp(-middle / bend)), 10)
      expect(bendSd).toBeCloseTo(0, 12)
      expect(factors.ratioDry).toBeCloseTo(middle, 10)
    }
  })

  test('one whose ratio nobody knows stays as it was', () => {
    const enough = { mid: 1, low: 0.5, high: 2 }
    const [, unknown] = atOneRatio([swatch('a', 'tap', 1, 1), swatch('b', 'tap', null, 1)], enough)
    expect(unknown).toEqual(swatch('b', 'tap', null, 1))
  })

  test('hold the truth where one water had more plant, since the curve counts with what it is off', () => {
    const random = randomLcg(0.37)
    const normal = (sd: number) => randomNormal.source(random)(0, sd)()
    const LOGS = 300
    const [bendLogSd, truth] = [0.35, 1.25]
    let [held, heldAsSure] = [0, 0]
    for (let log = 0; log < LOGS; log++) {
      const bend = 0.5
      const [strengthAt, told] = [
        (ratio: number) => 2 * (1 - Math.exp(-ratio / bend)),
        bend * Math.exp(normal(bendLogSd)),
      ]
      const swatches = Array.from({ length: 12 }, (_, i) => {
        const isRain = i % 2 === 1
        const ratio = isRain ? 0.8 : 0.3
        const times = (isRain ? truth : 1) * Math.exp(normal(0.1))
        return swatch(`${i}`, isRain ? 'rain' : 'tap', ratio, strengthAt(ratio) * times)
      })
      const enough = (sd: number) => ({
        mid: enoughOf(told),
        low: enoughOf(told) * Math.exp(-1.645 * sd),
        high: enoughOf(told) * Math.exp(1.645 * sd),
      })
      const holds = (sd: number) => {
        const again = repeats(normal)
        const [effect] = logEvidence([...atOneRatio(swatches, enough(sd), GAIN), ...again]).effects
        const { low, high } = effect!.times
        const is = effect!.from === 'tap' ? truth : 1 / truth
        return low! <= is && is <= high!
      }
      if (holds(bendLogSd)) held++
      if (holds(1e-9)) heldAsSure++
    }
    expect(held / LOGS).toBeGreaterThan(0.87)
    expect(heldAsSure / LOGS).toBeLessThan(0.75)
  })
})

/** Another source's recipe, made again: it tells how far luck goes. */
const repeats = (normal: (sd: number) => number): EvidenceSwatch[] =>
  Array.from({ length: 8 }, (_, i) => ({
    ...swatch(`again${i}`, 'tap', 0.4, Math.exp(normal(0.1))),
    source: 'other',
    lot: 'other',
  }))
