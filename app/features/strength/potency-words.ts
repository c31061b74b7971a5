import { formatCount } from '~~/core/quantity/format-count'
import type { LotInstead } from '~~/core/strength/lot-instead'
import type { LotPotency, NotTold } from '~~/core/strength/lot-potency'
import type { OpenInterval } from '~~/core/strength/posterior/posterior'
import type { LotFacts } from '~~/shared/views/strength/dyed-lot'
import { formatNumber, formatRatio } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'

/** Why a lot's potency is not told. */
export const NOT_TOLD: Record<NotTold, string> = {
  onlyLot: 'the only lot: nothing to hold it against',
  onlySuch: 'the only lot used in this state: drying is not the lot’s own',
  tooFew: 'too few swatches: one against one tells nothing',
  nearCeiling: 'dyed too near the ceiling to tell a ratio',
  tookNothing: 'took no dye that could be told',
}

/**
 * How strong a lot was: that it is stronger or weaker is said only where lots all alike would seldom
 * look so.
 */
export function potencyWords({ factor, differs, others }: LotPotency): string {
  const times = `${formatNumber(factor.mid, 2)} times as strong as your usual (${sentenceSpan(factor)})`
  const against = `held against ${formatCount(others.swatches, 'swatch', 'swatches')} of ${formatCount(others.lots, 'other lot')}`
  return differs
    ? `This lot is ${times}, ${against}.`
    : `This lot may be ${times}, ${against}: that it differs is not sure.`
}

/** `0.4 to 1.2`, as weighed; an end without bound is said. */
function openSpan({ low, high }: OpenInterval, dryFraction: number): string {
  if (high !== null) return sentenceSpan({ low: low / dryFraction, high: high / dryFraction })
  return `from ${formatNumber(low / dryFraction, 2)}, perhaps out of reach`
}

/**
 * What a lot wants where a usual one was taken at the usual ratio.
 *
 * @param usualRatio dry
 */
export function insteadWords(
  { ratio }: Pick<LotInstead, 'ratio'>,
  { differs }: Pick<LotPotency, 'differs'>,
  { state, dryFraction }: Pick<LotFacts, 'state' | 'dryFraction'>,
  usualRatio: number,
): string {
  const asWeighed = (dry: number) => `${formatRatio(dry / dryFraction)} ${state}`
  const where = asWeighed(usualRatio)
  if (!ratio) return `No amount of it is likely to reach what ${where} of a usual lot gives.`
  const use = `${asWeighed(ratio.mid)} (${openSpan(ratio, dryFraction)})`
  return differs
    ? `Use ${use} where you used ${where}.`
    : `It may be as strong as any: ${where} as usual, or ${use} to follow its own swatches.`
}
