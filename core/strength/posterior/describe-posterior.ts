import { REFERENCE_RATIO } from '../saturation'
import {
  curvePosterior,
  type BandPoint,
  type Enough,
  type Interval,
  type OpenInterval,
  type Posterior,
  type PromiseOf,
} from './posterior'
import { trialsOf } from '../trials'
import type { PosteriorPoint } from './observations'
import { priorOf } from './borrowed'
import type { PriorContext, SourceKind } from './priors'

/** Dry ratios that a band is told at, evenly spread on a log scale. */
const BAND_RATIOS = Array.from({ length: 24 }, (_, i) => 0.02 * (4 / 0.02) ** (i / 23))

export interface PosteriorQuestion {
  points: readonly PosteriorPoint[]
  sourceKind?: SourceKind
  /** More than the kind, where it is known; taken before `sourceKind`. */
  context?: PriorContext
  ask?: { strength?: number; probability?: number; lot?: string; of?: PromiseOf }
  enoughGain?: number
}

export interface DescribedPosterior {
  n: number
  /** Distinct ratios in pots of their own. */
  trials: number
  ceiling: Interval
  /** With what twice the plant adds there. */
  enough: Enough & { doubling: Interval }
  band: BandPoint[]
  models: Posterior['models']
  /** How probable it is that little plant gives less than its share. */
  slowStart: number
  /** Probability that the source takes here at all. */
  uptakeProbability: number
  ceilingReached: boolean
  /** null where no strength was asked for, or it is not reached with that probability. */
  ratioFor: OpenInterval | null
  doublingGain: Interval & { at: number }
  text: string
}

/** The posterior as the calculation endpoint tells it. */
export function describePosterior({
  points,
  sourceKind,
  context = { kind: sourceKind },
  ask = {},
  enoughGain,
}: PosteriorQuestion): DescribedPosterior {
  const posterior = curvePosterior(points, priorOf(context), { lot: ask.lot, enoughGain })
  return describedOf(posterior, points, ask)
}

/** What a posterior says, in plain data. */
export function describedOf(
  posterior: Posterior,
  points: readonly PosteriorPoint[],
  ask: NonNullable<PosteriorQuestion['ask']> = {},
): DescribedPosterior {
  const { n, ceiling, enough, models, slowStart, uptakeProbability, ceilingReached } = posterior
  const at = Math.max(0, ...points.map(({ ratio }) => ratio)) || REFERENCE_RATIO / 2
  return {
    n,
    trials: trialsOf(points),
    ceiling,
    enough: { ...enough, doubling: posterior.doublingGain(enough.mid) },
    models,
    slowStart,
    uptakeProbability,
    ceilingReached,
    band: BAND_RATIOS.map((ratio) => posterior.at(ratio)),
    ratioFor:
      ask.strength === undefined ? null : posterior.ratioFor(ask.strength, ask.probability, ask.of),
    doublingGain: { at, ...posterior.doublingGain(at) },
    text: wordsFor(n, ceilingReached, uptakeProbability),
  } satisfies DescribedPosterior
}

function wordsFor(n: number, ceilingReached: boolean, uptakeProbability: number): string {
  if (n === 0) return 'No swatches yet: this is what is usual for its kind, not yours.'
  if (takesNothing({ uptakeProbability }))
    return 'It likely does not take here: nothing tried can be told from bare fibre.'
  return ceilingReached
    ? 'The ceiling lies near what was tried.'
    : 'The ceiling was not reached in what was tried: do not rely on its number.'
}

/** Whether a source likely does not take here: then nothing is enough, and no number is told of it. */
export const takesNothing = ({ uptakeProbability }: { uptakeProbability: number }): boolean =>
  uptakeProbability < 0.5

/** Where enough may be told: the source takes, and it lies within what was tried; else null. */
export const toldEnough = ({
  enough,
  uptakeProbability,
}: Pick<DescribedPosterior, 'enough' | 'uptakeProbability'>):
  DescribedPosterior['enough'] | null =>
  takesNothing({ uptakeProbability }) || enough.beyondTried ? null : enough
