import { depthOf, type Depth } from '~~/core/colour/depth'
import { plantNeededG } from '~~/core/harvest/ratio'
import { strengthAt, type SaturationCurve } from '~~/core/strength/saturation'

/** A lot of tansy of the invented demo log and what lies behind it; a test holds it to the demo. */
export const DEMO_TANSY = {
  name: 'tansy flower heads',
  place: 'Quarry Lane',
  freshG: 340,
  dryFraction: 0.19,
  hankG: 100,
  alumPercent: 12,
  curve: { model: 'exponential', ceiling: 1.8, scale: 0.34 } satisfies SaturationCurve,
  bareHex: '#e5dac8',
  /** Colours on alum-mordanted wool, by dry ratio. */
  given: [
    { ratioDry: 0.1, hex: '#d7c982' },
    { ratioDry: 0.2, hex: '#d1c06d' },
    { ratioDry: 0.4, hex: '#c9b65b' },
    { ratioDry: 0.8, hex: '#c4af51' },
  ],
} as const

export interface ExampleStep {
  ratioDry: number
  hex: string
  strength: number
  depth: Depth
}

/** What each ratio gave, and how deep that is. */
export const exampleSteps = (): ExampleStep[] =>
  DEMO_TANSY.given.map(({ ratioDry, hex }) => {
    const strength = strengthAt(DEMO_TANSY.curve, ratioDry)
    return { ratioDry, hex, strength, depth: depthOf(strength) }
  })

/** Fresh plant for a hank at a ratio, g. */
export const exampleFreshG = (ratioDry: number): number =>
  plantNeededG(ratioDry, DEMO_TANSY.hankG, DEMO_TANSY.dryFraction)
