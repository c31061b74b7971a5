/**
 * A number with the word it counts, in the singular only for 1.
 *
 * @param many plural, where it is not `one` with an s
 * @example formatCount(1, 'swatch', 'swatches') // '1 swatch'
 */
export const formatCount = (n: number, one: string, many = `${one}s`): string =>
  `${n} ${n === 1 ? one : many}`
