import { formatCount } from '~~/core/quantity/format-count'
import type { Need, SourceOnWalk } from '~~/shared/views/walk/walk'
import { farWords } from '~/features/strength/words'
import { formatMass, formatRatio } from '~/format/quantities'

/** What is weighed, and how much dry plant comes of it. */
export interface Weighed {
  state: string
  dryFraction: Pick<SourceOnWalk['dryFraction'], 'value'>
}

/** A dry ratio as it is weighed: `3 : 1 fresh`. */
export const weighedRatio = (dry: number, { state, dryFraction }: Weighed): string =>
  state === 'fresh' ? `${formatRatio(dry / dryFraction.value)} fresh` : `${formatRatio(dry)} dried`

/** How deep a wish is to come out, and what says how much that takes; empty where no depth was wished. */
export function depthWords({ forDepth }: Pick<Need, 'forDepth'>, weighed: Weighed): string {
  if (!forDepth) return ''
  const { depth, ratioDry, n, tried } = forDepth
  const by = n > 0 ? `by ${formatCount(n, 'swatch', 'swatches')}` : 'as is usual of its kind'
  if (ratioDry === null) {
    return `: no amount is likely to come out ${depth} (${by}), so by the usual ratio`
  }
  const guess = farWords(ratioDry, tried)
  return `, ${depth} or deeper 8 times in 10 at ${weighedRatio(ratioDry, weighed)}, ${by}${guess && `; ${guess}`}`
}

/** Less than this is no plant worth going for, g. */
const NOTHING_G = 0.5

/** A plant on the scale, g: as it is, and as it will be once dry. */
interface OnTheScale {
  state: string
  netG: number
  dryG: number
}

/**
 * What a wish still wants of fresh plant beside what is on the scale: `~340 g (280 g to 420 g)`, the
 * span that of how dry it will get; null where it is enough.
 */
export function wantedWords(
  { wantedDryG, stockDryG, toGatherG }: Pick<Need, 'wantedDryG' | 'stockDryG' | 'toGatherG'>,
  { state, netG, dryG }: OnTheScale,
): string | null {
  const missingDryG = wantedDryG - stockDryG
  if (missingDryG - dryG <= NOTHING_G) return null
  // what is fresh dries as the rest will; what is dried is a sure part of what is missing
  const left = (freshG: number) =>
    state === 'fresh' ? Math.max(0, freshG - netG) : freshG * (1 - dryG / missingDryG)
  const [mid, low, high] = [toGatherG.mid, toGatherG.low, toGatherG.high].map((freshG) =>
    formatMass(left(freshG)),
  )
  return low === high ? `~${mid}` : `~${mid} (${low} to ${high})`
}
