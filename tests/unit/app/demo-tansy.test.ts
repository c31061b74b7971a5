import { describe, expect, test } from '@jest/globals'
import { DEMO_TANSY, exampleFreshG, exampleSteps } from '../../../app/features/examples/demo-tansy'
import { hexOfLab } from '../../../core/colour/screen-colour'
import { labOfReflectance } from '../../../core/colour/tristimulus'
import { LOTS } from '../../../demo/scenario'
import { BARE_LAB, dyedReflectance, TRUTHS } from '../../../demo/truth'

const TRUTH = TRUTHS['tanacetum-vulgare/flowerHead']!

describe('the example of an empty station', () => {
  test('is a lot of the demo log, with its curve and the colours that gives', () => {
    expect(LOTS).toContainEqual(
      expect.objectContaining({
        source: 'tanacetum-vulgare/flowerHead',
        patch: DEMO_TANSY.place,
        dryFraction: DEMO_TANSY.dryFraction,
        state: 'fresh',
      }),
    )
    expect(DEMO_TANSY.curve).toEqual(TRUTH.curve)
    expect(DEMO_TANSY.bareHex).toBe(hexOfLab(BARE_LAB.wool))
    for (const { ratioDry, hex } of DEMO_TANSY.given) {
      const dyed = dyedReflectance(TRUTH, { ratioDry, fibre: 'wool', iron: false, factor: 1 })
      expect(hexOfLab(labOfReflectance([...dyed]))).toBe(hex)
    }
  })

  test('reckons as by hand', () => {
    // 0.4 : 1 dry for 100 g is 40 g dry, at 19 % dry matter 210.5 g fresh
    expect(exampleFreshG(0.4)).toBeCloseTo(210.5, 1)
    // 1.8 (1 - exp(-0.4 / 0.34))
    expect(exampleSteps()[2]).toMatchObject({ depth: 'full' })
    expect(exampleSteps()[2]!.strength).toBeCloseTo(1.245, 3)
  })
})
