/** Words for how deep a colour is, palest first. */
export const DEPTHS = ['trace', 'pale', 'middling', 'full', 'deep'] as const
export type Depth = (typeof DEPTHS)[number]

/**
 * Strength at which each depth begins. A starting point chosen for this product, to be settled
 * on swatches that dyers have named.
 */
export const DEPTH_STARTS: Record<Depth, number> = {
  trace: 0,
  pale: 0.12,
  middling: 0.4,
  full: 1.2,
  deep: 3,
}

/** The word for a strength; a negative one ("took no dye") is a trace. */
export function depthOf(strength: number): Depth {
  let word: Depth = 'trace'
  for (const depth of DEPTHS) if (strength >= DEPTH_STARTS[depth]) word = depth
  return word
}
