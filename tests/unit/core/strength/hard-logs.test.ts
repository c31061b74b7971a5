import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { curveOfJob, type JobSwatch } from '../../../../core/strength/curve-job'
import { curvePosterior } from '../../../../core/strength/posterior/posterior'
import { priorFor } from '../../../../core/strength/posterior/priors'
import { strengthAt, type SaturationCurve } from '../../../../core/strength/saturation'
import { holds } from '../../../fixtures/simulate-source'

/** Logs as they come: undyed pieces, readings by eye, two mishaps in one lot. */

const BARE = { l: 88, a: 0, b: 9 }
const RATIOS = [0.2, 0.5, 1, 2]
const curve: SaturationCurve = { model: 'exponential', ceiling: 2, scale: 0.4 }
const prior = priorFor({ kind: 'leaf' })

describe('pieces that took nothing, read by eye', () => {
  /** A colour typed by eye is some 4 off in the mean: 2.5 in each direction. */
  test.each([0.5, 1.5, 2.5])('with %d of error each way are not taken for a pale dye', (sd) => {
    const normal = randomNormal.source(randomLcg(0.3))(0, 1)
    const read = () => ({
      reflectance: null,
      lab: { l: BARE.l + sd * normal(), a: BARE.a + sd * normal(), b: BARE.b + sd * normal() },
    })
    let claimed = 0
    for (let k = 0; k < 30; k++) {
      const swatches = RATIOS.map((ratioDry, i): JobSwatch => ({
        ratioDry,
        lot: `lot ${i}`,
        dyed: read(),
        bare: { reflectance: null, lab: BARE },
        errorDe: 4,
      }))
      const { uptakeProbability } = curveOfJob({ swatches, prior: { kind: 'leaf' } })
      claimed += Number(uptakeProbability >= 0.5)
    }
    expect(claimed / 30).toBeLessThan(0.1)
  })
})

describe('swatches nearly all of which took nothing', () => {
  const nothing = [0.1, 0.2, 0.3, 0.5].map((ratio) => ({ ratio, strength: 0.01 }))

  test('leave one plain colour standing: it takes, weakly and unsurely', () => {
    const { uptakeProbability, at } = curvePosterior(
      [...nothing, { ratio: 1.5, strength: 0.3 }],
      prior,
    )
    expect(uptakeProbability).toBeGreaterThan(0.95)
    const here = at(1.5)
    expect(here.low).toBeLessThan(0.3)
    expect(here.mid).toBeLessThan(0.5)
    // weaker at less than what took: no more is claimed there than was seen
    expect(at(0.2).mid).toBeLessThan(0.1)
  })

  test('and one at the edge of what can be told does not make it a dye', () => {
    const { uptakeProbability } = curvePosterior(
      [...nothing, { ratio: 1.5, strength: 0.045 }],
      prior,
    )
    expect(uptakeProbability).toBeLessThan(0.5)
  })
})

describe('two mishaps in one lot of six', () => {
  test('the curve still holds the truth about nine times in ten', () => {
    const normal = randomNormal.source(randomLcg(0.44))(0, 1)
    const SETS = 150
    const hits = { middle: 0, piece: 0 }
    for (let k = 0; k < SETS; k++) {
      const points = [0.1, 0.2, 0.35, 0.5, 0.8, 1.2].map((ratio, i) => ({
        ratio,
        lot: 'a',
        strength:
          strengthAt(curve, ratio) *
          Math.exp((i === k % 6 || i === (k + 2) % 6 ? 4 : 1) * 0.12 * normal()),
      }))
      const at = curvePosterior(points, prior, { lot: 'a' }).at(0.4)
      hits.middle += Number(holds(at, strengthAt(curve, 0.4)))
      hits.piece += Number(holds(at.piece, strengthAt(curve, 0.4) * Math.exp(0.12 * normal())))
    }
    expect(hits.middle / SETS).toBeGreaterThan(0.84)
    expect(hits.piece / SETS).toBeGreaterThan(0.84)
  })

  test('both off the same way hardly move the interval off the truth', () => {
    const points = [0.1, 0.2, 0.35, 0.5, 0.8, 1.2].map((ratio, i) => ({
      ratio,
      lot: 'a',
      strength: strengthAt(curve, ratio) * (i === 2 || i === 3 ? 0.4 : 1),
    }))
    const { mid, low, high } = curvePosterior(points, prior, { lot: 'a' }).at(0.4)
    const truth = strengthAt(curve, 0.4)
    expect(low).toBeLessThan(truth)
    expect(high).toBeGreaterThan(0.9 * truth)
    expect(mid).toBeGreaterThan(0.55 * truth)
  })
})
