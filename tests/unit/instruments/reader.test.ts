import { describe, expect, test } from '@jest/globals'
import { deltaE2000 } from '../../../core/colour/screen-colour'
import { labOfReflectance } from '../../../core/colour/tristimulus'
import { simulatedReader } from '../../../instruments/simulated-reader'
import { TEST_COLOURS } from '../../fixtures/test-colour-samples'

const truth = [...TEST_COLOURS[1]![1]]
const MIN = 60_000
const error = (reflectance: number[]) =>
  deltaE2000(labOfReflectance(reflectance), labOfReflectance(truth))

describe('the simulated swatch reader', () => {
  test('reads nothing before it saw its white tile, nor an hour later', () => {
    const reader = simulatedReader(7, 0)
    expect(reader.due(0)).toMatch(/white tile first/)
    expect(() => reader.read(truth, 0)).toThrow('calibrated')
    reader.calibrate(30 * MIN)
    expect(reader.due(89 * MIN)).toBeNull()
    expect(reader.due(91 * MIN)).toMatch(/An hour has passed/)
  })

  test('warm and just calibrated, it is right to a fraction of a unit', () => {
    const reader = simulatedReader(7, 0)
    reader.calibrate(60 * MIN)
    const errors = Array.from({ length: 40 }, (_, i) =>
      error(reader.read(truth, 60 * MIN + i * 1000).reflectance),
    )
    expect(Math.max(...errors)).toBeLessThan(0.6)
    expect(Math.max(...errors)).toBeGreaterThan(0.02)
  })

  test('calibrated cold and used warm, it has drifted', () => {
    const cold = simulatedReader(7, 0)
    cold.calibrate(0)
    const drifted = error(cold.read(truth, 40 * MIN).reflectance)
    const warm = simulatedReader(7, 0)
    warm.calibrate(40 * MIN)
    expect(drifted).toBeGreaterThan(3 * error(warm.read(truth, 41 * MIN).reflectance))
    expect(drifted).toBeGreaterThan(0.7)
  })

  test('the same seed and instant give the same reading; factors stay factors', () => {
    const [one, two] = [0, 0].map(() => {
      const reader = simulatedReader(7, 0)
      reader.calibrate(5000)
      return reader.read(
        truth.map((value, i) => (i === 0 ? 0 : i === 1 ? 1 : value)),
        9000,
      )
    })
    expect(one).toEqual(two)
    expect(one!.looks).toBe(3)
    for (const value of one!.reflectance) {
      expect(value).toBeGreaterThanOrEqual(0)
      expect(value).toBeLessThanOrEqual(1)
    }
  })
})
