import { notNegative, positive } from '../checks'
import { InputError } from '../input-error'

/** Liquor weighs what water weighs, near enough: dissolved dye adds a few grams a litre. */
export const LIQUOR_G_PER_L = 1000

export interface JarContents {
  /** Air-dry plant that went in, g. */
  dryG: number
  /** Plant-equivalent that left it with earlier liquor, g. */
  drawnDryG: number
  /** Free liquor in it now, L. */
  liquorL: number
}

export interface Drawn {
  /** Liquor, g, as its stock is kept. */
  massG: number
  /** Air-dry plant it stands for, g. */
  plantDryG: number
  /** g plant per g liquor: takes the place of a dry fraction in every ratio. */
  dryFraction: number
}

/**
 * What a measure of liquor stands for: its share, by volume, of the plant whose colour is in it.
 *
 * Colour is taken to be the same throughout, and all plant that went in to have given what it has:
 * a nominal amount, as every ratio is. What stays behind in the stuff is not taken off.
 *
 * @param volumeL drawn off, L, at most what is there
 * @throws InputError for more liquor than there is
 */
export function drawOff({ dryG, drawnDryG, liquorL }: JarContents, volumeL: number): Drawn {
  const restG = notNegative(
    positive(dryG, '/dryG', 'g') - notNegative(drawnDryG, '/drawnDryG', 'g'),
    '/drawnDryG',
  )
  const total = positive(liquorL, '/liquorL', 'L')
  const volume = positive(volumeL, '/volumeL', 'L')
  if (volume > total) {
    throw new InputError(
      `volumeL must not be more than the jar holds (${total} L); got ${volumeL}`,
      '/volumeL',
    )
  }
  const massG = volume * LIQUOR_G_PER_L
  const plantDryG = (restG * volume) / total
  return { massG, plantDryG, dryFraction: Math.min(1, plantDryG / massG) }
}
