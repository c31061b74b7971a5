import { normalQuantile } from '../strength/posterior/normal'

/** Pieces that are dyed in thought for each recipe: a probability is known within some 3 %. */
export const THOUGHT_PIECES = 160

/** What differs from piece to piece. */
const DIMENSIONS = 7

/**
 * Root of x^8 = x + 1: its inverse powers step evenly through seven dimensions.
 *
 * Source: M. Roberts, "The unreasonable effectiveness of quasirandom sequences" (2018), from memory.
 */
const ROOT = rootOf(DIMENSIONS + 1)

function rootOf(power: number): number {
  let x = 1.1
  for (let i = 0; i < 60; i++) x = (1 + x) ** (1 / power)
  return x
}

/** One piece that is dyed in thought: where it lies in everything that is not known. */
export interface ThoughtPiece {
  /** Standard normals: how much the piece takes of the first dye, and of the second. */
  strengths: readonly [first: number, second: number]
  /** Standard normals: off in L*, a* and b*, of the dyes and of what is wanted together. */
  hue: readonly [number, number, number]
  /** Standard normals: of what stays of the first dye under the second, and what the second takes. */
  overdye: readonly [stays: number, takes: number]
}

/** The same pieces for every recipe, without any chance: so that recipes compare like with like. */
export const THOUGHT: readonly ThoughtPiece[] = Array.from({ length: THOUGHT_PIECES }, (_, k) => {
  const at = (dimension: number) => (0.5 + (k + 1) * ROOT ** -(dimension + 1)) % 1
  const normal = (dimension: number) => normalQuantile(at(dimension))
  return {
    strengths: [normal(0), normal(1)],
    hue: [normal(2), normal(3), normal(4)],
    overdye: [normal(5), normal(6)],
  }
})
