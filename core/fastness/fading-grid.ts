import { kernelOf } from './smooth-along'

/** Step of the logarithm of the half-time along the grid. */
export const LOG_STEP = 0.08
const LOG_FROM = Math.log(0.5)
const LOG_TO = Math.log(50_000)

/** Logarithms of the doses at which half of what fades is gone. */
export const LOG_HALF_TIMES: readonly number[] = Array.from(
  { length: Math.round((LOG_TO - LOG_FROM) / LOG_STEP) + 1 },
  (_, i) => LOG_FROM + i * LOG_STEP,
)

/** How fading may run: a share that stays, and a shape (1: first order; below: fast, then slow). */
export interface FadingColumn {
  stays: number
  shape: number
  /** Prior weight; all of them come to 1. */
  weight: number
}

/** Most dyes leave little or nothing behind; some a second dye that holds. From memory. */
const STAYS = [
  [0, 0.34],
  [0.07, 0.14],
  [0.15, 0.12],
  [0.25, 0.1],
  [0.35, 0.08],
  [0.45, 0.07],
  [0.55, 0.06],
  [0.67, 0.05],
  [0.8, 0.04],
] as const
/** Stretched exponentials: many fadings slow down as they go, some begin slowly. From memory. */
const SHAPES = [0.55, 0.75, 1, 1.3, 1.7, 2.2] as const
const SHAPE_LOG_SD = 0.45

export const COLUMNS: readonly FadingColumn[] = (() => {
  const raw = STAYS.flatMap(([stays, part]) =>
    SHAPES.map((shape) => ({
      stays,
      shape,
      weight: part * Math.exp(-0.5 * (Math.log(shape) / SHAPE_LOG_SD) ** 2),
    })),
  )
  const total = raw.reduce((sum, { weight }) => sum + weight, 0)
  return raw.map((column) => ({ ...column, weight: column.weight / total }))
})()

/** Share of the strength left after a dose. */
export const leftAt = (
  { stays, shape }: Pick<FadingColumn, 'stays' | 'shape'>,
  logHalfTime: number,
  dose: number,
): number =>
  dose <= 0 ? 1 : stays + (1 - stays) * 2 ** -Math.exp(shape * (Math.log(dose) - logHalfTime))

/** Dose at which half of the strength is gone; endless where more than half stays. */
export function halfLifeOf({ stays, shape }: FadingColumn, logHalfTime: number): number {
  if (stays >= 0.5) return Infinity
  const halvings = -Math.log2((0.5 - stays) / (1 - stays))
  return Math.exp(logHalfTime + Math.log(halvings) / shape)
}

/** Spreads from piece to piece of one source, SD of the logarithm of the half-time, and their prior. From memory. */
export const PIECE_SPREADS = [
  { logSd: 0.1, weight: 0.2 },
  { logSd: 0.25, weight: 0.35 },
  { logSd: 0.45, weight: 0.3 },
  { logSd: 0.8, weight: 0.15 },
].map((spread) => ({ ...spread, kernel: kernelOf(spread.logSd / LOG_STEP) }))
