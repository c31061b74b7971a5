import { priorOf } from './posterior/borrowed'
import { describedOf, type DescribedPosterior } from './posterior/describe-posterior'
import type { PosteriorPoint } from './posterior/observations'
import {
  curvePosterior,
  type BandPoint,
  type Interval,
  type Posterior,
} from './posterior/posterior'
import type { PriorContext } from './posterior/priors'
import { LITTLE_GAIN } from './predict'
import { turningBack, type TurningBack } from './turning-back'

/** What a curve says at one dry ratio. */
export interface EstimateAt {
  ratio: number
  strength: BandPoint
  /** Share of the ceiling that it reaches. */
  share: Interval
  /** Gain of strength from twice the plant: 0.1 is a tenth more. */
  doubling: Interval
  /** How sure it is that twice the plant adds less than a tenth. */
  littleGain: number
}

/** A curve that is asked again and again: worked out once, by the first question. */
export function askCurve(points: readonly PosteriorPoint[], context: PriorContext) {
  let worked: Posterior | null = null
  const posterior = () => (worked ??= curvePosterior(points, priorOf(context)))
  return {
    described: (): DescribedPosterior => describedOf(posterior(), points),
    at: (ratio: number): EstimateAt => ({
      ratio,
      strength: posterior().at(ratio),
      share: posterior().shareOfCeiling(ratio),
      doubling: posterior().doublingGain(ratio),
      littleGain: posterior().probabilityOfLittleGain(ratio, 2 * ratio, LITTLE_GAIN),
    }),
    turningBack: (): TurningBack | null => turningBack(points, context),
    /** What another dry ratio would add: 0.1 is a tenth more. */
    gain: (from: number, to: number): Interval => posterior().gain(from, to),
    /** The dry ratio that reaches a strength with a probability; null where none does. */
    ratioFor: (strength: number, probability: number) =>
      posterior().ratioFor(strength, probability),
  }
}
