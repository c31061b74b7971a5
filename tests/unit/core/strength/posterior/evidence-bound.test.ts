import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { cellPosterior } from '../../../../../core/strength/posterior/cell'
import { lotEvidenceBound } from '../../../../../core/strength/posterior/evidence-bound'
import { summariseLot } from '../../../../../core/strength/posterior/lot-summary'
import type { Observation } from '../../../../../core/strength/posterior/observations'

const chance = randomLcg(0.31)
const normal = randomNormal.source(chance)(0, 1)

/** A lot of n swatches about a level, now and then one far off. */
function lot(
  n: number,
  errorSd: number,
  changes: { pot?: number; ratioErrorSd?: number } = {},
): Observation[] {
  return Array.from({ length: n }, () => ({
    ratio: 1,
    ratioErrorSd: 0,
    bareSd: 0,
    logS: 0.4 + errorSd * normal() * (chance() < 0.1 ? 5 : 1),
    knownVariance: chance() < 0.3 ? 0.01 : 0,
    pot: -1,
    ...changes,
  }))
}

const evidenceAt = (
  swatches: Observation[],
  errorVariance: number,
  priorMean: number,
  lotVariance: number,
) => {
  const shares = new Float64Array(swatches.length)
  const summary = summariseLot(swatches, shares, shares, 0, errorVariance)
  return cellPosterior([summary], [], [], [], {
    errorVariance,
    lotVariance,
    priorMean,
    priorVariance: 1e-6,
    lot: -1,
  }).logEvidence
}

describe('the most that a lot can tell', () => {
  test.each([1, 2, 3, 8, 40])('is never exceeded, and nearly reached, by %i swatches', (n) => {
    for (let k = 0; k < 20; k++) {
      const errorSd = Math.exp(-2 + normal())
      const swatches = lot(n, 0.15)
      const shares = new Float64Array(n)
      const most = lotEvidenceBound(swatches)(shares, 0, errorSd ** 2)
      const levels = Array.from({ length: 1000 }, (_, i) => -1.6 + 0.004 * i)
      const reached = Math.max(
        ...levels.map((level) => evidenceAt(swatches, errorSd ** 2, level, 0)),
      )
      expect(reached).toBeLessThanOrEqual(most + 1e-9)
      // all alternatives are taken to be as likely as the likeliest, each at its own level
      expect(most - reached).toBeLessThan(4 + Math.log(n + 1))
      for (const lotSd of [0.05, 0.3, 1]) {
        expect(evidenceAt(swatches, errorSd ** 2, 0.4, lotSd ** 2)).toBeLessThanOrEqual(most)
      }
    }
  })

  test('is not told of swatches that share a pot, or whose ratio is not exact', () => {
    const shares = new Float64Array(3)
    for (const changes of [{ pot: 0 }, { ratioErrorSd: 0.2 }]) {
      expect(lotEvidenceBound(lot(3, 0.1, changes))(shares, 0, 0.02)).toBe(Infinity)
    }
  })
})
