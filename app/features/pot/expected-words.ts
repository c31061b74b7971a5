import { depthOf } from '~~/core/colour/depth'
import { formatCount } from '~~/core/quantity/format-count'
import type { Prediction } from '~~/core/strength/predict'
import { doublingWords } from '~~/core/strength/sentences'
import { TAKES_FROM } from '~~/core/strength/posterior/describe-posterior'
import { formatNumber } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'

const BASIS: Record<Prediction['basis'], string> = {
  measured: 'all measured',
  estimated: 'some estimated from colours',
  borrowed: 'leaning on near conditions',
  typical: 'typical of its kind, not yours',
}

export interface ExpectedDepth {
  /** `likely`, or `likely about` where the strength is not measured. */
  likely: string
  /** `middling`, or `nothing` of what likely does not take. */
  depth: string
  /** `, from pale to deep`: depths the next piece may come out; empty where it is one. */
  others: string
  /** `~0.62 (0.2 to 2)` */
  strength: string
}

/** How deep a piece is likely to come out: no plainer than where the next one falls. */
export function expectedDepth({
  basis,
  strength,
  uptakeProbability,
}: Pick<Prediction, 'basis' | 'strength' | 'uptakeProbability'>): ExpectedDepth {
  const [least, most] = [depthOf(strength.low), depthOf(strength.high)]
  const isMeasured = basis === 'measured'
  const told = {
    likely: isMeasured ? 'likely' : 'likely about',
    depth: depthOf(strength.mid),
    others: least === most ? '' : `, from ${least} to ${most}`,
    strength: `${isMeasured ? '' : '~'}${formatNumber(strength.mid, 2)} (${sentenceSpan(strength)})`,
  }
  return takesNothing(uptakeProbability)
    ? { ...told, likely: 'likely takes', depth: 'nothing', others: '' }
    : told
}

const takesNothing = (uptakeProbability: number | null) => (uptakeProbability ?? 1) < TAKES_FROM

/** `3 swatches, leaning on near conditions, of which there are 8 swatches, this lot tried` */
export function standsOn({
  n,
  basis,
  donorSwatches,
  isKnownLot,
}: Pick<Prediction, 'n' | 'basis' | 'donorSwatches' | 'isKnownLot'>): string {
  return [
    n === 0 ? 'no swatches here yet' : formatCount(n, 'swatch', 'swatches'),
    BASIS[basis],
    ...(donorSwatches > 0
      ? [`of which there are ${formatCount(donorSwatches, 'swatch', 'swatches')}`]
      : []),
    ...(isKnownLot ? ['this lot tried'] : []),
  ].join(', ')
}

/** With fewer swatches nothing is said of twice the plant. */
const FEWEST = 2

/**
 * Whether more plant would help, told of the piece that is known best, since all share the bath; empty
 * where too little is known.
 */
export function moreWords(
  predictions: readonly Pick<Prediction, 'n' | 'doubling' | 'littleGain' | 'uptakeProbability'>[],
): string {
  const best = [...predictions].sort((a, b) => b.n - a.n)[0]
  if (!best?.doubling || best.n < FEWEST || takesNothing(best.uptakeProbability)) return ''
  return doublingWords(best.doubling, best.littleGain ?? 0)
}
