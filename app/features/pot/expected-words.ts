import { depthOf, type Depth } from '~~/core/colour/depth'
import { formatCount } from '~~/core/quantity/format-count'
import type { Prediction } from '~~/core/strength/predict'
import { doublingWords } from '~~/core/strength/sentences'
import { takesNothing } from '~~/core/strength/posterior/describe-posterior'
import { formatNumber } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'

/** What is borrowed is told by what it leans on. */
const BASIS: Record<Exclude<Prediction['basis'], 'borrowed'>, string> = {
  measured: 'all measured',
  estimated: 'some estimated from colours',
  typical: 'typical of its kind, not yours',
}

export interface ExpectedDepth {
  /** `likely`, or `likely about` where the strength is not measured. */
  likely: string
  /** `middling`, or `nothing` of what likely does not take. */
  depth: string
  /** `, from pale to deep`, `, up to full`: how else the next piece may come out; empty where it may not. */
  others: string
  /** `~0.62 (0.2 to 2)`; null of what likely does not take, for it is told given that it does. */
  strength: string | null
  /** Its colour, where one can be told. */
  hex: string | null
}

/** How deep a piece is likely to come out: no plainer than where the next one falls. */
export function expectedDepth({
  basis,
  strength,
  uptakeProbability,
  hex,
}: Pick<Prediction, 'basis' | 'strength' | 'uptakeProbability' | 'hex'>): ExpectedDepth {
  if (isUnlikely(uptakeProbability)) {
    return { likely: 'likely takes', depth: 'nothing', others: '', strength: null, hex: null }
  }
  const depth = depthOf(strength.mid)
  const isMeasured = basis === 'measured'
  return {
    likely: isMeasured ? 'likely' : 'likely about',
    depth,
    others: othersThan(depth, depthOf(strength.low), depthOf(strength.high)),
    strength: `${isMeasured ? '' : '~'}${formatNumber(strength.mid, 2)} (${sentenceSpan(strength)})`,
    hex,
  }
}

function othersThan(depth: Depth, least: Depth, most: Depth): string {
  if (least === most) return ''
  if (depth === least) return `, up to ${most}`
  return depth === most ? `, down to ${least}` : `, from ${least} to ${most}`
}

/** Whether it likely does not take; of a mixed bath that is not known. */
const isUnlikely = (uptakeProbability: number | null) =>
  uptakeProbability !== null && takesNothing({ uptakeProbability })

/** `3 swatches, all measured, leaning on 8 of near conditions, this lot tried` */
export function standsOn({
  n,
  basis,
  donorSwatches,
  isKnownLot,
}: Pick<Prediction, 'n' | 'basis' | 'donorSwatches' | 'isKnownLot'>): string {
  return [
    n === 0 ? 'no swatches here yet' : formatCount(n, 'swatch', 'swatches'),
    ...(basis === 'borrowed' ? [] : [BASIS[basis]]),
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
  if (!best?.doubling || best.n < FEWEST || isUnlikely(best.uptakeProbability)) return ''
  return doublingWords(best.doubling, best.littleGain ?? 0)
}
