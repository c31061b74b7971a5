import { positive } from '../checks'

/** Cloth by its weight class, g per m², middling of each class. From memory. */
export const CLOTH_CLASSES = {
  sheer: 50,
  light: 110,
  medium: 180,
  heavy: 300,
} as const
export type ClothClass = keyof typeof CLOTH_CLASSES

/**
 * What a cloth weighs by its size and weight class: an estimate, off by a fifth as like as not.
 *
 * @param widthCm and lengthCm of the cloth
 * @returns g, to a whole gram
 * @throws InputError for a size that is not above 0
 * @example clothMassG(100, 150, 'light') // 165
 */
export const clothMassG = (widthCm: number, lengthCm: number, cloth: ClothClass): number =>
  Math.max(
    1,
    Math.round(
      (positive(widthCm, '/widthCm', 'cm') / 100) *
        (positive(lengthCm, '/lengthCm', 'cm') / 100) *
        CLOTH_CLASSES[cloth],
    ),
  )

/**
 * Stands in for the dry weight of a piece that nobody weighed, g, so that water and vessel can be
 * thought of; no ratio is ever told from it. From memory.
 */
export const STAND_IN_G = 50
