import fCdf from '@stdlib/stats-base-dists-f-cdf'
import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import { group, mean } from 'd3-array'
import { Matrix, QrDecomposition } from 'ml-matrix'
import { present } from '../present'

/** A lot's potency with what may have made it so. */
export interface DatedPotency {
  /** log of the factor on the ratio, and the SD of that. */
  log: number
  logSd: number
  /** 1 to 366, and the year. */
  dayOfYear: number
  year: number
  stage: string
  place: string
  /** Years from gathering to dyeing. */
  storedYears: number
}

/** Potency along something, where the data bear it. */
export interface Trend {
  /** Potency expected there, with the 90 % interval of the mean. */
  at(x: number): { mid: number; low: number; high: number }
  /** Chance that lots alike would scatter into such a trend: below 0.05 it is shown. */
  p: number
  n: number
}

export interface LevelMean {
  level: string
  n: number
  mid: number
  low: number
  high: number
}

/** Fewer lots bear no trend, whatever they look like. */
export const LEAST_LOTS = 6
const SIGNIFICANT = 0.05
/** Scatter from lot to lot that nobody explains, on the log of potency; from memory. */
const LOT_SD = 0.2
const YEAR_DAYS = 365.25

/**
 * Potency by day of year: one wave a year on the logarithm, weighed by how well each lot is known.
 *
 * @returns null where fewer than six lots, or lots alike would scatter so more than once in twenty
 */
export function byDayOfYear(lots: readonly DatedPotency[]): Trend | null {
  const terms = (day: number) => {
    const angle = (2 * Math.PI * day) / YEAR_DAYS
    return [1, Math.cos(angle), Math.sin(angle)]
  }
  return trendOf(lots, ({ dayOfYear }) => dayOfYear, terms)
}

/** Potency by years of storage: a straight line on the logarithm, so many percent a year. */
export const byStorage = (lots: readonly DatedPotency[]): Trend | null =>
  trendOf(
    lots,
    ({ storedYears }) => storedYears,
    (years) => [1, years],
  )

/** Potency by year gathered: a straight line on the logarithm. */
export const byYear = (lots: readonly DatedPotency[]): Trend | null =>
  trendOf(
    lots,
    ({ year }) => year - 2000,
    (year) => [1, year],
  )

/**
 * Weighted least squares on the log of potency; shown where the F test against "all alike" is
 * significant.
 */
function trendOf(
  lots: readonly DatedPotency[],
  xOf: (lot: DatedPotency) => number,
  terms: (x: number) => number[],
): Trend | null {
  const n = lots.length
  const width = terms(0).length
  const isSpread = new Set(lots.map((lot) => Math.round(100 * xOf(lot)))).size > width
  if (n < LEAST_LOTS || !isSpread) return null
  const roots = lots.map(({ logSd }) => 1 / Math.hypot(logSd, LOT_SD))
  const rows = new Matrix(lots.map((lot, i) => terms(xOf(lot)).map((term) => term * roots[i]!)))
  const wanted = Matrix.columnVector(lots.map(({ log }, i) => log * roots[i]!))
  const qr = new QrDecomposition(rows)
  if (!qr.isFullRank()) return null
  const weights = qr.solve(wanted)
  const left = Matrix.sub(wanted, rows.mmul(weights))
  const residual = left.to1DArray().reduce((sum, value) => sum + value * value, 0)
  const flat = residualOfMean(lots, roots)
  const freedom = n - width
  const f = (flat - residual) / (width - 1) / (residual / freedom)
  const p = 1 - fCdf(Math.max(0, f), width - 1, freedom)
  if (!(p < SIGNIFICANT)) return null
  const inverse = inverseOfNormalMatrix(rows)
  const reach = tQuantile(0.95, freedom) * Math.sqrt(Math.max(residual / freedom, 1e-12))
  return {
    p,
    n,
    at(x) {
      const row = Matrix.rowVector(terms(x))
      const log = row.mmul(weights).get(0, 0)
      const se = Math.sqrt(Math.max(0, row.mmul(inverse).mmul(row.transpose()).get(0, 0)))
      return {
        mid: Math.exp(log),
        low: Math.exp(log - reach * se),
        high: Math.exp(log + reach * se),
      }
    },
  }
}

function residualOfMean(lots: readonly DatedPotency[], roots: readonly number[]): number {
  const weights = roots.map((root) => root * root)
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const middle = lots.reduce((sum, { log }, i) => sum + log * weights[i]!, 0) / total
  return lots.reduce((sum, { log }, i) => sum + weights[i]! * (log - middle) ** 2, 0)
}

/** Inverse of X'X, by QR of X'X itself. */
function inverseOfNormalMatrix(rows: Matrix): Matrix {
  const normal = rows.transpose().mmul(rows)
  return new QrDecomposition(normal).solve(Matrix.eye(normal.rows))
}

/**
 * Mean potency of each stage or place that has at least two lots, with a 90 % interval of the mean;
 * the strongest first.
 */
export function byLevel(
  lots: readonly DatedPotency[],
  levelOf: (lot: DatedPotency) => string,
): LevelMean[] {
  return [...group(lots, levelOf)]
    .filter(([level, members]) => level !== '' && members.length >= 2)
    .map(([level, members]) => {
      const n = members.length
      const log = present(mean(members, (lot) => lot.log))
      const sd = Math.sqrt(
        members.reduce((sum, lot) => sum + (lot.log - log) ** 2, 0) / (n - 1) / n,
      )
      // lots that happen to agree are not surer than lots are known to be
      const known = Math.sqrt(members.reduce((sum, lot) => sum + lot.logSd ** 2, 0)) / n
      const reach = tQuantile(0.95, n - 1) * Math.max(sd, known)
      return {
        level,
        n,
        mid: Math.exp(log),
        low: Math.exp(log - reach),
        high: Math.exp(log + reach),
      }
    })
    .sort((a, b) => b.mid - a.mid)
}
