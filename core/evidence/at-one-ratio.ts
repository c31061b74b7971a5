import { mean } from 'd3-array'
import { ENOUGH_GAIN } from '../strength/saturation'
import type { EvidenceSwatch } from './fingerprints'

/** Enough of a source, g air-dry plant per g dry fibre, with its 90 % interval. */
interface EnoughOf {
  mid: number
  low: number
  high: number
}

/** From the middle of a 90 % interval to its end, in SDs. */
const REACH_90 = 1.645

/**
 * Swatches of one source with their strengths brought to one dry ratio, the middle of theirs, along an
 * exponential curve: so that pots with more plant and with less are held against each other. How far
 * the curve itself is not sure goes with each. One whose ratio is not known stays as it is.
 *
 * @param enough with at most `gain` more from doubling there
 */
export function atOneRatio(
  swatches: readonly EvidenceSwatch[],
  enough: EnoughOf,
  gain = ENOUGH_GAIN,
): EvidenceSwatch[] {
  const logs = swatches.flatMap(({ factors: { ratioDry } }) =>
    typeof ratioDry === 'number' ? Math.log(ratioDry) : [],
  )
  const middle = mean(logs)
  if (middle === undefined) return [...swatches]
  const one = Math.exp(middle)
  const bend = enough.mid / Math.log(1 / gain)
  const bendLogSd = Math.log(enough.high / enough.low) / (2 * REACH_90)
  return swatches.map((swatch) => {
    const { ratioDry } = swatch.factors
    if (typeof ratioDry !== 'number' || swatch.strength === null) return swatch
    const times = shareAt(one / bend) / shareAt(ratioDry / bend)
    return {
      ...swatch,
      strength: swatch.strength * times,
      bendSd: bendLogSd * (slopeAt(one / bend) - slopeAt(ratioDry / bend)),
      factors: { ...swatch.factors, ratioDry: one },
    }
  })
}

/** Of the ceiling, at a ratio in units of the bend. */
const shareAt = (x: number) => -Math.expm1(-x)
/** How its logarithm moves with that of the bend. */
const slopeAt = (x: number) => (-x * Math.exp(-x)) / shareAt(x)
