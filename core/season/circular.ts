import fCdf from '@stdlib/stats-base-dists-f-cdf'
import { finite } from '../checks'
import { InputError } from '../input-error'

const DEGREES = 180 / Math.PI

export interface CircularSummary {
  n: number
  /** Mean direction, degrees, -180 up to 180; null where directions cancel out. */
  meanDeg: number | null
  /** Length of the mean vector: 0 all over the circle, 1 all in one place. */
  r: number
  /** Concentration of a von Mises distribution. */
  kappa: number
  /** sqrt(-2 ln r), degrees; Infinity is never given: null for r of 0. */
  sdDeg: number | null
  /** Rayleigh's test: probability of so much concentration if there were no preferred time. */
  rayleighP: number
}

/** Shorter mean vectors than this point nowhere. */
const NOWHERE = 1e-12

/**
 * Mean and spread of directions, for which 359 and 1 lie side by side.
 *
 * @param anglesDeg at least one, degrees
 * @throws InputError for an empty list or an angle that is not finite
 * Source: Mardia & Jupp, Directional Statistics (2000); kappa by Fisher, Statistical Analysis of
 * Circular Data (1993), eq. 4.40; Rayleigh's p by Zar, Biostatistical Analysis, eq. 27.4.
 */
export function circularSummary(anglesDeg: readonly number[]): CircularSummary {
  const { n, length, meanDeg } = resultant(anglesDeg, '/angles')
  const r = Math.min(1, length / n)
  return {
    n,
    meanDeg,
    r,
    kappa: kappaOf(r),
    sdDeg: r < NOWHERE ? null : Math.sqrt(Math.max(0, -2 * Math.log(r))) * DEGREES,
    rayleighP: Math.exp(Math.sqrt(1 + 4 * n + 4 * (n * n - length * length)) - (1 + 2 * n)),
  }
}

export interface MeanDirectionTest {
  f: number
  df: readonly [number, number]
  p: number
}

/**
 * Watson and Williams' test: do two groups of directions have the same mean?
 *
 * Fair for concentrated groups (r above about 0.45); returns null where either is not, or where
 * a group has fewer than two members.
 *
 * Source: Zar, Biostatistical Analysis, section 27.7, kappa from both groups' own
 * lengths (R's package circular takes it from all directions together, which widens it).
 */
export function sameMeanDirection(
  first: readonly number[],
  second: readonly number[],
): MeanDirectionTest | null {
  const a = resultant(first, '/first')
  const b = resultant(second, '/second')
  const all = resultant([...first, ...second], '/all')
  const n = all.n
  const within = (a.length + b.length) / n
  if (a.n < 2 || b.n < 2 || within < 0.45 || n - a.length - b.length < NOWHERE) return null
  const f =
    ((1 + 3 / (8 * kappaOf(within))) * ((n - 2) * (a.length + b.length - all.length))) /
    (n - a.length - b.length)
  const df = [1, n - 2] as const
  return { f, df, p: 1 - fCdf(f, ...df) }
}

function resultant(anglesDeg: readonly number[], pointer: string) {
  if (anglesDeg.length === 0) {
    throw new InputError(`${pointer.slice(1)} must hold at least one direction; got none`, pointer)
  }
  let x = 0
  let y = 0
  anglesDeg.forEach((angle, i) => {
    const radians = finite(angle, `${pointer}/${i}`) / DEGREES
    x += Math.cos(radians)
    y += Math.sin(radians)
  })
  const length = Math.hypot(x, y)
  const n = anglesDeg.length
  return { n, length, meanDeg: length / n < NOWHERE ? null : Math.atan2(y, x) * DEGREES }
}

/** Concentration of a von Mises distribution from the length of its mean vector. */
export function kappaOf(r: number): number {
  if (r < 0.53) return 2 * r + r ** 3 + (5 * r ** 5) / 6
  if (r < 0.85) return -0.4 + 1.39 * r + 0.43 / (1 - r)
  // all in one place would be endless; a thousandth of a day's spread is as good
  const below = Math.min(r, 1 - 1e-9)
  return 1 / (below ** 3 - 4 * below ** 2 + 3 * below)
}
