import type { AmountBasis } from '../../../core/harvest/ratio-error'
import { sum } from 'd3-array'
import { STAND_IN_G } from '../../../core/fibre/typical-weight'
import { formatRatio } from '../../../core/quantity/format-quantity'
import type { Card } from '../../schemas/swatch/card'

/** What a card says of amounts, as the log keeps them. */
export interface CardAmounts {
  /** Plant, g; null: not known. */
  massG: number | null
  massBasis: AmountBasis
  /** Of each piece. */
  pieces: { dryG: number; dryBasis: AmountBasis }[]
  /** What was reckoned from the ratio that was told, in words; empty: nothing. */
  reckoned: string
}

/**
 * A tag tells plant and fibre, or one of them and the ratio, or the ratio alone. What follows from the
 * ratio is reckoned from it, and said to be; of what nothing is told, nothing is.
 */
export function cardAmounts({ massG, massBasis, ratio, pieces }: Card): CardAmounts {
  const told = pieces.map(({ dryG, dryBasis }) => ({ dryG, dryBasis }))
  const toldG = told.every(({ dryG }) => dryG !== null) ? sum(told, ({ dryG }) => dryG ?? 0) : null
  if (massG === null && ratio !== null) {
    const fibreG = toldG ?? pieces.length * STAND_IN_G
    return {
      massG: ratio * fibreG,
      massBasis: toldG === null ? 'about' : massBasis,
      pieces: told.map(({ dryG, dryBasis }) =>
        toldG === null
          ? { dryG: STAND_IN_G, dryBasis: 'about' }
          : { dryG: dryG ?? STAND_IN_G, dryBasis },
      ),
      reckoned:
        toldG === null
          ? 'Only the ratio was told: plant and fibre stand for it, not for what was weighed.'
          : 'The plant was reckoned from the ratio that was told.',
    }
  }
  if (massG !== null && toldG === null && ratio !== null) {
    const each = massG / ratio / pieces.length
    return {
      massG,
      massBasis,
      pieces: told.map(() => ({ dryG: each, dryBasis: massBasis })),
      reckoned: 'The fibre was reckoned from the ratio that was told.',
    }
  }
  return {
    massG,
    massBasis: massG === null ? 'unknown' : massBasis,
    pieces: told.map(({ dryG, dryBasis }) =>
      dryG === null ? { dryG: STAND_IN_G, dryBasis: 'unknown' } : { dryG, dryBasis },
    ),
    reckoned: isAnother(ratio, massG, toldG)
      ? `The ratio was told as ${formatRatio(ratio)}, which the amounts are not.`
      : '',
  }
}

/** Amounts are rounded on tags, and so are ratios. */
const ROUNDED = 0.1

/** Whether a ratio was told beside amounts that come to another. */
const isAnother = (
  ratio: number | null,
  massG: number | null,
  fibreG: number | null,
): ratio is number =>
  ratio !== null &&
  massG !== null &&
  fibreG !== null &&
  Math.abs(massG / fibreG / ratio - 1) > ROUNDED
