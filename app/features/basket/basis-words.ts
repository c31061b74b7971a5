import { AMOUNT_BASES, type AmountBasis } from '~~/core/harvest/ratio-error'
import { formatMass } from '~/format/quantities'
import type { Piece } from '~~/shared/schemas/basket/piece'

/** How an amount is known, as it is chosen. */
const BASIS_WORDS: Record<AmountBasis, string> = {
  weighed: 'weighed',
  about: 'about',
  unknown: 'not known',
}

export const BASIS_OPTIONS = AMOUNT_BASES.map((value) => ({ value, label: BASIS_WORDS[value] }))

/** `50 g`, `~50 g` where it was not weighed, `not weighed`. */
export const weightText = ({ dryG, dryBasis }: Pick<Piece, 'dryG' | 'dryBasis'>): string =>
  dryBasis === 'unknown' ? 'not weighed' : `${dryBasis === 'about' ? '~' : ''}${formatMass(dryG)}`
