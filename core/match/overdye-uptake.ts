import type { PerAxis } from './hue-spread'

/** What becomes of two dyes that are laid on one piece in turn. */
export interface OverdyeUptake {
  /** Share of the first that stays through the second bath: log of its middle, and SD. */
  stays: LogShare
  /** Share of the second that a dyed piece takes, of what a bare one would. */
  takes: LogShare
  /** What adding K/S leaves out: SD along L*, a*, b* at full depth. */
  modelSd: PerAxis
  /** Overdyed swatches behind it; 0: what is usual. */
  n: number
}

interface LogShare {
  mean: number
  sd: number
}

/** A piece that was dyed twice: K/S that each dye was expected to add, and what both did; 31 bands. */
export interface OverdyedSwatch {
  first: readonly number[]
  second: readonly number[]
  added: readonly number[]
  /** SD of log strength with which the two were expected. */
  expectedSd: readonly [first: number, second: number]
}

/**
 * Before any overdyed swatch: a bath takes a little of what lies on the piece, and a dyed piece
 * has less room for more. From memory.
 */
const USUAL = {
  stays: { mean: Math.log(0.95), sd: 0.08 },
  takes: { mean: Math.log(0.92), sd: 0.15 },
} as const
/** Mixed dyes shift in hue: from memory. */
const USUAL_MODEL_SD: PerAxis = [1.2, 1.8, 1.8]

/** A dye that adds less than this share of all cannot be told beside the other. */
const LEAST_TOLD = 0.1
/** Shares are told no further than this from one. */
const MOST_SHARE = 4
/** How much shares differ from piece to piece, beside what the dyes' own strengths do: from memory. */
const PIECE_SD = 0.08

/**
 * What overdyeing does on this log: from the usual, drawn towards the dyer's own overdyed swatches.
 * Of each, the two shares that fit its spectrum best (least squares over the bands) are counted as
 * far as the strengths of its two dyes were known.
 */
export function overdyeUptake(swatches: readonly OverdyedSwatch[]): OverdyeUptake {
  const seen = swatches.flatMap((swatch) => {
    const shares = sharesOf(swatch)
    return shares ? [{ shares, expectedSd: swatch.expectedSd }] : []
  })
  const learnt = (of: 'stays' | 'takes', at: 0 | 1): LogShare => {
    const { mean, sd } = USUAL[of]
    let precision = sd ** -2
    let sum = mean * precision
    for (const { shares, expectedSd } of seen) {
      const weight = 1 / (expectedSd[at] ** 2 + PIECE_SD ** 2)
      sum += weight * Math.log(shares[at])
      precision += weight
    }
    // what is left to know of the middle, and how pieces differ about it
    return { mean: sum / precision, sd: Math.hypot(Math.sqrt(1 / precision), PIECE_SD) }
  }
  return {
    stays: learnt('stays', 0),
    takes: learnt('takes', 1),
    modelSd: USUAL_MODEL_SD,
    n: seen.length,
  }
}

/** Least squares of what was added over the two dyes; null where they cannot be told apart. */
function sharesOf({ first, second, added }: OverdyedSwatch): [number, number] | null {
  const dot = (a: readonly number[], b: readonly number[]) =>
    a.reduce((sum, value, i) => sum + value * b[i]!, 0)
  const [aa, ab, bb] = [dot(first, first), dot(first, second), dot(second, second)]
  const [ay, by] = [dot(first, added), dot(second, added)]
  const determinant = aa * bb - ab * ab
  if (determinant < 1e-3 * aa * bb) return null
  const total = Math.sqrt(aa) + Math.sqrt(bb)
  if (Math.sqrt(aa) < LEAST_TOLD * total || Math.sqrt(bb) < LEAST_TOLD * total) return null
  const share = (value: number) => Math.min(MOST_SHARE, Math.max(1 / MOST_SHARE, value))
  return [share((ay * bb - by * ab) / determinant), share((by * aa - ay * ab) / determinant)]
}
