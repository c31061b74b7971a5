import { describe, expect, test } from '@jest/globals'
import { median } from 'd3-array'
import fc from 'fast-check'
import { nextDose } from '../../../../core/acid-base/next-dose'
import { spoonDose } from '../../../../core/acid-base/spoon-dose'
import { PH_READING_SD } from '../../../../core/acid-base/unknown-bath'
import { BULK_DENSITY } from '../../../../core/mordant/spoons'
import { bathSimulator } from '../../../fixtures/simulate-bath'

const SODA = BULK_DENSITY.sodaAsh.gPerMl

describe('a dose by the spoon', () => {
  test.each([
    [4, 1, null],
    [3.5, 0.75, null],
    [2.2, 0.5, null],
    [1.1, 0.25, null],
    [0.3, 1 / 16, null],
    [9.4, 2.25, null],
    [0.15, 1 / 16, 0.5],
  ])('%d g of washing soda are %d level spoons of 5 mL', (massG, spoons, share) => {
    expect(spoonDose(massG, SODA, 5)).toMatchObject({
      spoons,
      ofCup: share === null ? null : { share },
    })
  })

  test('is never more than was advised, and at least half of it where a spoon can tell', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 60, noNaN: true }), (massG) => {
        const dose = spoonDose(massG, SODA, 5)
        expect(dose.massG).toBeLessThanOrEqual(massG * (1 + 1e-6))
        expect(dose.massG).toBeGreaterThanOrEqual(massG / 2 - 1e-9)
      }),
    )
  })

  // strips read to half a pH, powder up to a third denser or lighter than typical
  test('leads sixty unknown baths near their target, none past the cap', () => {
    const { bath: draw, uniform } = bathSimulator(0.42)
    const doses: number[] = []
    let [past, near] = [0, 0]
    for (let i = 0; i < 60; i++) {
      const { waterL, truePh } = draw()
      const denser = 1 + 0.6 * (uniform() - 0.5)
      const [target, cap] = [9, 10]
      const readings: { totalMassG: number; ph: number }[] = []
      let [toldG, trueG, n] = [0, 0, 0]
      for (;;) {
        const seen = Math.round((truePh(trueG) + 0.4 * (uniform() - 0.5)) * 2) / 2
        readings.push({ totalMassG: toldG, ph: seen })
        const advice = nextDose({
          waterL,
          agent: 'sodaAsh',
          readings,
          target,
          cap,
          readingSd: PH_READING_SD.coarseStrip,
        })
        if (advice.stop) break
        if (advice.nextMassG === 0) continue
        const dose = spoonDose(advice.nextMassG, SODA, 5)
        toldG += dose.massG
        trueG += dose.massG * denser
        n++
      }
      doses.push(n)
      past += Number(truePh(trueG) > cap + 0.1)
      near += Number(Math.abs(truePh(trueG) - target) <= 0.5)
    }
    expect(past).toBe(0)
    expect(near).toBeGreaterThanOrEqual(0.85 * 60)
    expect(median(doses)).toBeLessThanOrEqual(5)
  })
})
