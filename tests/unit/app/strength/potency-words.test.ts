import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import {
  insteadWords,
  NOT_TOLD,
  potencyWords,
} from '../../../../app/features/strength/potency-words'
import { lotInstead } from '../../../../core/strength/lot-instead'
import { hasEstimate, lotPotencies, type LotPoint } from '../../../../core/strength/lot-potency'
import { spanIn } from '../../../fixtures/logs-that-occur'

/** What is said of each lot, held against its potency, over the logs that occur. */

const RATIOS = [0.08, 0.15, 0.3]
function lots(factors: readonly number[], ratios = RATIOS, more: Partial<LotPoint> = {}) {
  const normal = randomNormal.source(randomLcg(0.3))(0, 1)
  return factors.flatMap((factor, i) =>
    ratios.map((ratio): LotPoint => {
      const strength = 2 * (1 - Math.exp((-factor * ratio) / 0.3)) * Math.exp(0.08 * normal())
      return { ratio, strength, lot: `lot ${i}`, ...more }
    }),
  )
}
const LOGS: Record<string, LotPoint[]> = {
  'two lots alike': lots([1, 1]),
  'one of double potency': lots([1, 1, 1, 1, 2]),
  'one of half': lots([1, 1, 1, 0.5]),
  'a lot so weak that it never reaches the others': lots([1, 1, 1, 0.08]),
  'one swatch a lot': lots([1, 1.3, 0.8], [0.2]),
  'one ratio, two swatches a lot': lots([1, 1.5], [0.15, 0.15]),
  'dyed near the ceiling': lots([1, 1, 1], [1, 1.5, 2]),
  'the only lot': lots([1]),
  'counted, not weighed': lots([1, 1, 1.5], RATIOS, { ratioErrorSd: 0.35 }),
  'estimated only': lots([1, 1, 1.5], RATIOS, { estimate: { logSd: 0.25, slopeSd: 0.08 } }),
  'took nothing': [
    ...lots([1, 1]),
    ...RATIOS.map((ratio) => ({ ratio, strength: 0, lot: 'lot 2' })),
  ],
}
const facts = { state: 'fresh' as const, dryFraction: 0.18 }

describe('the potency of a lot', () => {
  test.each(Object.keys(LOGS))('of %s is said no surer than it is', (name) => {
    const points = LOGS[name]!
    for (const answer of lotPotencies(points, { kind: 'leaf' })) {
      if (!hasEstimate(answer)) {
        expect(NOT_TOLD[answer.withheld]).toBeTruthy()
        continue
      }
      const text = potencyWords(answer)
      const [low, high] = spanIn(text)
      expect(low).toBeLessThanOrEqual(answer.factor.low)
      expect(high).toBeGreaterThanOrEqual(answer.factor.high)
      expect(text.startsWith('This lot is ')).toBe(answer.differs)
      expect(text.endsWith('that it differs is not sure.')).toBe(!answer.differs)
      // what is called different has no usual lot in its span
      if (answer.differs) expect(low > 1 || high < 1).toBe(true)
      expect(text).not.toMatch(/\b1 (?:swatches|other lots)/)

      const instead = lotInstead(points, { kind: 'leaf' }, answer.lot, 0.15)
      const advice = insteadWords(instead, answer, facts, 0.15)
      if (!instead.ratio) {
        expect(advice).toMatch(/^No amount of it is likely/)
        continue
      }
      expect(/^Use /.test(advice)).toBe(answer.differs)
      expect(/as strong as any/.test(advice)).toBe(!answer.differs)
      const { low: least, high: most } = instead.ratio
      if (most === null) expect(advice).toContain('perhaps out of reach')
      else {
        const [ratioLow, ratioHigh] = spanIn(advice)
        expect(ratioLow * facts.dryFraction).toBeLessThanOrEqual(least * 1.0001)
        expect(ratioHigh * facts.dryFraction).toBeGreaterThanOrEqual(most * 0.9999)
      }
    }
  })

  test('a lot of double potency is called so, and those alike are not', () => {
    const words = (name: string) =>
      lotPotencies(LOGS[name]!, { kind: 'leaf' }).map((answer) =>
        hasEstimate(answer) ? potencyWords(answer) : NOT_TOLD[answer.withheld],
      )
    expect(words('one of double potency').at(-1)).toMatch(/^This lot is [\d.]+ times as strong/)
    expect(words('two lots alike').join(' ')).not.toMatch(/This lot is/)
    expect(words('the only lot')).toEqual([NOT_TOLD.onlyLot])
  })
})
