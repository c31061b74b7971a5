import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { strengthAt } from '../../../../core/strength/saturation'
import { turningBack } from '../../../../core/strength/turning-back'

const point = (ratio: number, strength: number, lot = 'a', pot = `${ratio}`) => ({
  ratio,
  strength,
  lot,
  pot,
})

describe('a last ratio weaker than the one before', () => {
  test('is told with how much', () => {
    const told = turningBack([point(0.3, 0.8), point(1, 1.4), point(1, 1.5), point(2, 0.7)])
    expect(told).toMatchObject({ from: 1, to: 2 })
    expect(told!.times).toBeCloseTo(0.7 / Math.sqrt(1.4 * 1.5), 12)
  })

  test('is not told of a small drop, a rise, one ratio, or what does not take', () => {
    expect(turningBack([point(1, 1.4), point(2, 1.2)])).toBeNull()
    expect(turningBack([point(1, 1.4), point(2, 1.6)])).toBeNull()
    expect(turningBack([point(1, 1.4), point(1.05, 0.4)])).toBeNull()
    expect(turningBack([point(1, 1.4), { ratio: 2, censoredBelow: 0.04 }])).toBeNull()
    expect(turningBack([])).toBeNull()
  })

  test('wants a larger drop where the lots are others: they differ, too', () => {
    expect(turningBack([point(1, 1.4), point(2, 0.8)])).not.toBeNull()
    expect(turningBack([point(1, 1.4), point(2, 0.8, 'b')])).toBeNull()
  })

  test('a thousand curves that only rise say so in under one of twenty', () => {
    const normal = randomNormal.source(randomLcg(0.31))(0, 1)
    const truth = { model: 'exponential' as const, ceiling: 1.5, scale: 0.5 }
    let said = 0
    for (let i = 0; i < 1000; i++) {
      const points = [0.3, 0.6, 1.2, 2].flatMap((ratio) => {
        const pot = 0.12 * normal()
        return [0, 1].map(() =>
          point(ratio, strengthAt(truth, ratio) * Math.exp(pot + 0.15 * normal())),
        )
      })
      if (turningBack(points)) said++
    }
    expect(said / 1000).toBeLessThan(0.05)
    expect(said).toBeGreaterThan(0)
  })
})
