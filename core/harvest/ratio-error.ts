import type { Dyestuff } from './ratio'

/** How an amount is known: from a scale; counted, spooned or guessed; or not at all. */
export const AMOUNT_BASES = ['weighed', 'about', 'unknown'] as const
export type AmountBasis = (typeof AMOUNT_BASES)[number]
/** Of an amount that is told. */
export type ToldBasis = Exclude<AmountBasis, 'unknown'>

/**
 * SD of the logarithm of an amount that was not weighed: handfuls and counts of plant, cloth by its
 * size and kind. From memory.
 */
const ABOUT_LOG_SD = { plant: 0.35, fibre: 0.2 } as const

type Known<T> = T & { basis: AmountBasis }

/**
 * How far a plant-to-fibre ratio may be off: the SD of its logarithm, 0 where all was weighed.
 *
 * Errors of separate amounts are taken as independent, so each counts by its share of the whole.
 *
 * @param dyestuff what went in, with how its mass is known
 * @param fibre g dry of each piece, with how it is known
 * @returns null where an amount is not known at all: then there is no ratio
 * @example ratioErrorSd([{ massG: 40, dryFraction: 1, basis: 'about' }],
 *   [{ dryG: 50, basis: 'weighed' }]) // 0.35
 */
export function ratioErrorSd(
  dyestuff: readonly Known<Dyestuff>[],
  fibre: readonly Known<{ dryG: number }>[],
): number | null {
  if ([...dyestuff, ...fibre].some(({ basis }) => basis === 'unknown')) return null
  const plant = relativeVariance(
    dyestuff.map(({ massG, dryFraction, basis }) => ({ amount: massG * dryFraction, basis })),
    ABOUT_LOG_SD.plant,
  )
  const cloth = relativeVariance(
    fibre.map(({ dryG, basis }) => ({ amount: dryG, basis })),
    ABOUT_LOG_SD.fibre,
  )
  return Math.sqrt(plant + cloth)
}

/** Variance of the logarithm of a sum, to first order. */
function relativeVariance(
  parts: readonly { amount: number; basis: AmountBasis }[],
  logSd: number,
): number {
  const total = parts.reduce((sum, { amount }) => sum + amount, 0)
  if (total === 0) return 0
  return parts.reduce(
    (sum, { amount, basis }) => sum + (basis === 'about' ? ((amount / total) * logSd) ** 2 : 0),
    0,
  )
}
