import { describe, expect, test } from '@jest/globals'
import {
  lightStep,
  BLUE_WOOLS,
  type BlueWool,
  type SameLight,
} from '../../../../core/fastness/blue-wool'
import { fadingWorlds } from '../../../fixtures/fading-worlds'

/** Change of a blue reference over a dose: each lasts twice as long as the one before (ISO 105-B02, from memory). */
const referenceAt = (step: number, dose: number) => 32 * (1 - 2 ** -(dose / (12 * 2 ** step)))

describe('light steps by references beside the piece', () => {
  test('finds the right reference or its neighbour in 95 of 100', () => {
    const { between, normal } = fadingWorlds(0.53)
    let right = 0
    const times = 600
    for (let i = 0; i < times; i++) {
      const looks = [40, 160, 500].map((dose) => dose * between(0.7, 1.4))
      const scale = 12 * 2 ** between(0.7, 6.5)
      const whole = between(18, 45)
      const pieceAt = (dose: number) => whole * (1 - 2 ** -(dose / scale))
      const off = () => 0.7 * normal()
      const pairs = looks.flatMap((dose) => {
        const ofPiece = Math.abs(pieceAt(dose) + off())
        return BLUE_WOOLS.map((step): SameLight => ({
          step,
          ofPiece,
          ofReference: Math.abs(referenceAt(step, dose) + off()),
        }))
      })
      // the reference whose change lies nearest without any error of reading
      const misfit = (step: number) =>
        looks.reduce((sum, dose) => sum + (pieceAt(dose) - referenceAt(step, dose)) ** 2, 0)
      const truth = BLUE_WOOLS.reduce((best, step) => (misfit(step) < misfit(best) ? step : best))
      const told = lightStep(pairs)
      right += Number(told !== null && Math.abs(told.mid - truth) <= 1)
    }
    expect(right / times).toBeGreaterThanOrEqual(0.95)
  })

  test('tells nothing where nothing changed, and no step past those that hung there', () => {
    const calm = BLUE_WOOLS.map((step): SameLight => ({ step, ofPiece: 0.4, ofReference: 0.3 }))
    expect(lightStep(calm)).toBeNull()
    expect(lightStep([])).toBeNull()
    const some = [3, 4, 5] as const
    const fast = some.map((step): SameLight => ({ step, ofPiece: 25, ofReference: 20 / step }))
    expect(lightStep(fast)).toMatchObject({ mid: 3, beyond: 'below' })
    const slow = some.map((step): SameLight => ({ step, ofPiece: 0.5, ofReference: 30 / step }))
    expect(lightStep(slow)).toMatchObject({ mid: 5, beyond: 'above' })
  })

  test('gives a span where the references beside it are alike', () => {
    const alike = ([4, 5] as BlueWool[]).map((step) => ({
      step,
      ofPiece: 6,
      ofReference: 6.3 - step / 10,
    }))
    expect(lightStep(alike)).toMatchObject({ low: 4, high: 5, beyond: null, n: 1 })
  })

  test('refuses a difference that is none', () => {
    expect(() => lightStep([{ step: 3, ofPiece: -1, ofReference: 2 }])).toThrow('0 or more; got -1')
    expect(() => lightStep([{ step: 3, ofPiece: 1, ofReference: NaN }])).toThrow('got NaN')
  })
})
