import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { priorFor } from '../../../../core/strength/posterior/priors'
import { strengthAt } from '../../../../core/strength/saturation'
import { turningBack } from '../../../../core/strength/turning-back'
import { sourceSimulator } from '../../../fixtures/simulate-source'

const point = (ratio: number, strength: number, lot = 'a', pot = `${ratio}`) => ({
  ratio,
  strength,
  lot,
  pot,
})

const LEAF = { kind: 'leaf' } as const

describe('a last ratio weaker than the one before', () => {
  test('is told with how much', () => {
    const told = turningBack([point(0.3, 0.8), point(1, 1.4), point(1, 1.5), point(2, 0.5)], LEAF)
    expect(told).toMatchObject({ from: 1, to: 2, trials: 1 })
    expect(told!.times).toBeCloseTo(0.5 / Math.sqrt(1.4 * 1.5), 12)
  })

  test('is not told of a small drop, a rise, one ratio, or what does not take', () => {
    expect(turningBack([point(1, 1.4), point(2, 1.2)], LEAF)).toBeNull()
    expect(turningBack([point(1, 1.4), point(2, 1.6)], LEAF)).toBeNull()
    expect(turningBack([point(1, 1.4), point(1.05, 0.4)], LEAF)).toBeNull()
    expect(turningBack([point(1, 1.4), { ratio: 2, censoredBelow: 0.04 }], LEAF)).toBeNull()
    expect(turningBack([], LEAF)).toBeNull()
  })

  test('several trials of a slow decline are told together', () => {
    const told = turningBack(
      [0.2, 0.4, 0.8, 1.2, 1.8, 2.5].map((ratio) =>
        point(ratio, 1.6 * (1 - Math.exp(-ratio / 0.3)) * Math.min(1, 0.6 / ratio)),
      ),
      LEAF,
    )
    expect(told!.trials).toBeGreaterThan(1)
    expect(told!.times).toBeLessThan(0.8)
  })

  test('a flat end is none, nor one mishap within a rise', () => {
    const flat = [0.3, 0.6, 1.2, 2].map((ratio) => point(ratio, 1.5))
    expect(turningBack(flat, LEAF)).toBeNull()
    expect(
      turningBack([point(0.2, 0.5), point(0.4, 0.4), point(0.8, 1.2), point(1.6, 1.5)], LEAF),
    ).toBeNull()
  })

  test('curves that only rise say so in under one of twenty', () => {
    const normal = randomNormal.source(randomLcg(0.31))(0, 1)
    const truth = { model: 'exponential' as const, ceiling: 1.5, scale: 0.5 }
    let said = 0
    for (let i = 0; i < 200; i++) {
      const points = [0.3, 0.6, 1.2, 2].flatMap((ratio) => {
        const pot = 0.12 * normal()
        return [0, 1].map(() =>
          point(ratio, strengthAt(truth, ratio) * Math.exp(pot + 0.15 * normal())),
        )
      })
      if (turningBack(points, LEAF)) said++
    }
    expect(said / 200).toBeLessThan(0.05)
  })

  test.each([3, 5])('four in five of %i swatches that lose half of their strength say so', (n) => {
    const simulate = sourceSimulator(priorFor(LEAF), 0.52 + n / 100, { truth: 'peak' })
    let [said, of] = [0, 0]
    while (of < 250) {
      const { points, truthAt } = simulate(n)
      const strengths = points.map(({ ratio }) => truthAt(ratio))
      if (truthAt(Math.max(...points.map(({ ratio }) => ratio))) > 0.5 * Math.max(...strengths)) {
        continue
      }
      of++
      said += Number(turningBack(points, LEAF) !== null)
    }
    expect(said / of).toBeGreaterThan(0.8)
  })
})
