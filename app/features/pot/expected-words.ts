import { depthOf, type Depth } from '~~/core/colour/depth'
import { formatCount } from '~~/core/quantity/format-count'
import type { Prediction } from '~~/core/strength/predict'
import { doublingWords } from '~~/core/strength/sentences'
import { TAKES_FROM } from '~~/core/strength/posterior/describe-posterior'
import { formatNumber } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'

const BASIS: Record<Prediction['basis'], string> = {
  measured: 'all measured',
  estimated: 'some estimated from colours',
  borrowed: 'all measured',
  typical: 'typical of its kind, not yours',
}

export interface ExpectedDepth {
  /** `likely`, or `likely about` where the strength is not measured. */
  likely: string
  /** `middling`, or `nothing` of what likely does not take. */
  depth: string
  /** `, from pale to deep`, `, up to full`: how else the next piece may come out; empty where it may not. */
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
    others: othersThan(depthOf(strength.mid), least, most),
    strength: `${isMeasured ? '' : '~'}${formatNumber(strength.mid, 2)} (${sentenceSpan(strength)})`,
  }
  return takesNothing(uptakeProbability)
    ? { ...told, likely: 'likely takes', depth: 'nothing', others: '' }
    : told
}

function othersThan(depth: Depth, least: Depth, most: Depth): string {
  if (least === most) return ''
  if (depth === least) return `, up to ${most}`
  return depth === most ? `, down to ${least}` : `, from ${least} to ${most}`
}

const takesNothing = (uptakeProbability: number | null) => (uptakeProbability ?? 1) < TAKES_FROM

/** `3 swatches, all measured, leaning on 8 of near conditions, this lot tried` */
export function standsOn({
  n,
  basis,
  donorSwatches,
  isKnownLot,
}: Pick<Prediction, 'n' | 'basis' | 'donorSwatches' | 'isKnownLot'>): string {
  return [
    n === 0 ? 'no swatches here yet' : formatCount(n, 'swatch', 'swatches'),
    ...(n === 0 && donorSwatches > 0 ? [] : [BASIS[basis]]),
    ...(donorSwatches > 0 ? [`leaning on ${donorSwatches} of near conditions`] : []),
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
