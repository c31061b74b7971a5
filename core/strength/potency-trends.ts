import fCdf from '@stdlib/stats-base-dists-f-cdf'
import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import { mean, rank, sum } from 'd3-array'
import { Matrix, QrDecomposition } from 'ml-matrix'

/** A lot's potency with what may have made it so. */
export interface DatedPotency {
  /** log of the factor on the ratio, and the SD of that. */
  log: number
  logSd: number
  /** Mean log of the dry ratios it was tried at: a curve that is off somewhere must not make a season. */
  logRatio: number
  /** 1 to 366. */
  dayOfYear: number
  /** Year and part of it: 2024.5 is in the middle of that summer. */
  year: number
  stage: string
  place: string
  /** Years from gathering to dyeing. */
  storedYears: number
}

/** Potency expected somewhere, with the 90 % interval of the mean. */
interface Mean {
  mid: number
  low: number
  high: number
}

/** Potency along something, where the data bear it. */
interface Trend {
  at(x: number): Mean
  /** Chance that any trend so plain would be shown of lots alike, over all that were looked for. */
  p: number
  n: number
}

interface LevelMean extends Mean {
  level: string
  n: number
}

interface LevelTrend {
  means: LevelMean[]
  p: number
  n: number
}

const AXES = ['season', 'year', 'storage'] as const
export type Axis = (typeof AXES)[number]
export const LEVELS = ['stage', 'place'] as const
type Level = (typeof LEVELS)[number]

/** What lots bear out, of everything that was looked for; null: not borne out. */
export type PotencyTrends = Record<Axis, Trend | null> & Record<Level, LevelTrend | null>

/** Fewer lots bear no trend, whatever they look like. */
export const LEAST_LOTS = 6
/** A little under one in twenty: lots held against each other are not quite independent. */
const SIGNIFICANT = 0.04
/** Scatter from lot to lot that nobody explains, on the log of potency; from memory. */
const LOT_SD = 0.2
const YEAR_DAYS = 365.25
/** A level with fewer lots is no level. */
const LEAST_OF_LEVEL = 2

interface Question {
  name: Axis | Level
  lots: readonly DatedPotency[]
  /** Columns that are asked of, beside the mean and the ratio. */
  columns: (lot: DatedPotency) => number[]
}

const AXIS_VALUE: Record<Axis, (lot: DatedPotency) => number> = {
  season: ({ dayOfYear }) => dayOfYear,
  year: ({ year }) => year,
  storage: ({ storedYears }) => storedYears,
}
/** A wave a year, or a straight line on the logarithm: so many percent a year. */
const AXIS_TERMS: Record<Axis, (x: number) => number[]> = {
  season(day) {
    const angle = (2 * Math.PI * day) / YEAR_DAYS
    return [Math.cos(angle), Math.sin(angle)]
  },
  // about the present century: numbers of an ordinary size
  year: (year) => [year - 2000],
  storage: (years) => [years],
}

/**
 * Potency against season, year, time stored, stage and place.
 *
 * Each by weighted least squares on the logarithm with the ratio as a covariate, and an F test
 * against the ratio alone. All are one family, over all curves of the source: by Holm's steps, lots
 * all alike show any of them less than once in twenty.
 *
 * Source: S. Holm, "A simple sequentially rejective multiple test procedure", Scandinavian Journal
 * of Statistics 6 (1979).
 *
 * @param curves of the source in which trends are looked for, 1 or more
 */
export function potencyTrends(lots: readonly DatedPotency[], curves = 1): PotencyTrends {
  const trends: PotencyTrends = {
    season: null,
    year: null,
    storage: null,
    stage: null,
    place: null,
  }
  const fits = questionsOf(lots).flatMap((question) => fitOf(question) ?? [])
  const tests = fits.length * Math.max(1, curves)
  const ranks = rank(fits.map(({ p }) => p))
  let largest = 0
  for (const [fit, before] of fits
    .map((fit, i) => [fit, ranks[i]!] as const)
    .sort((a, b) => a[1] - b[1])) {
    // a later one is never surer than an earlier one
    largest = Math.max(largest, Math.min(1, fit.p * (tests - before)))
    if (!(largest < SIGNIFICANT)) break
    tell(trends, fit, largest)
  }
  return trends
}

function questionsOf(lots: readonly DatedPotency[]): Question[] {
  return [
    ...AXES.map((name): Question => ({
      name,
      lots,
      columns: (lot) => AXIS_TERMS[name](AXIS_VALUE[name](lot)),
    })),
    ...LEVELS.map((name): Question => {
      const some = lots.filter((lot) => isLevel(lots, name, lot[name]))
      const others = levelsOf(some, name).slice(1)
      return {
        name,
        lots: some,
        columns: (lot) => others.map((level) => Number(lot[name] === level)),
      }
    }),
  ]
}

const levelsOf = (lots: readonly DatedPotency[], name: Level) => [
  ...new Set(lots.map((lot) => lot[name])),
]

const isLevel = (lots: readonly DatedPotency[], name: Level, level: string) =>
  level !== '' && lots.filter((lot) => lot[name] === level).length >= LEAST_OF_LEVEL

interface Fit {
  name: Axis | Level
  lots: readonly DatedPotency[]
  p: number
  /** Mean potency where the asked columns are so, at the mean ratio. */
  at(columns: readonly number[]): Mean
  columns: Question['columns']
}

/** @returns null where there are too few lots, or all are alike in what is asked */
function fitOf({ name, lots, columns }: Question): Fit | null {
  const n = lots.length
  const asked = n > 0 ? columns(lots[0]!).length : 0
  const isSpread =
    new Set(
      lots.map((lot) =>
        columns(lot)
          .map((x) => x.toFixed(2))
          .join(),
      ),
    ).size > asked
  if (n < LEAST_LOTS || asked === 0 || !isSpread) return null
  const middle = mean(lots, ({ logRatio }) => logRatio) ?? 0
  const ratioTerms = hasSpread(lots) ? (lot: DatedPotency) => [lot.logRatio - middle] : () => []
  const base = solve(lots, (lot) => [1, ...ratioTerms(lot)])
  const full = solve(lots, (lot) => [1, ...ratioTerms(lot), ...columns(lot)])
  if (!base || !full || full.freedom < 1) return null
  const f = (base.residual - full.residual) / asked / (full.residual / full.freedom)
  const p = 1 - fCdf(Math.max(0, f), asked, full.freedom)
  const reach =
    tQuantile(0.95, full.freedom) * Math.sqrt(Math.max(full.residual / full.freedom, 1e-12))
  const isWithRatio = full.width > 1 + asked
  return {
    name,
    lots,
    p,
    columns,
    at(wanted) {
      const row = Matrix.rowVector([1, ...(isWithRatio ? [0] : []), ...wanted])
      const log = row.mmul(full.weights).get(0, 0)
      const se = Math.sqrt(Math.max(0, row.mmul(full.inverse).mmul(row.transpose()).get(0, 0)))
      return {
        mid: Math.exp(log),
        low: Math.exp(log - reach * se),
        high: Math.exp(log + reach * se),
      }
    },
  }
}

/** Ratios that hardly differ explain nothing, and only cost a degree of freedom. */
const hasSpread = (lots: readonly DatedPotency[]) =>
  new Set(lots.map(({ logRatio }) => logRatio.toFixed(1))).size > 2

/** Weighted least squares on the log of potency. */
function solve(lots: readonly DatedPotency[], terms: (lot: DatedPotency) => number[]) {
  const roots = lots.map(({ logSd }) => 1 / Math.hypot(logSd, LOT_SD))
  const rows = new Matrix(lots.map((lot, i) => terms(lot).map((term) => term * roots[i]!)))
  if (rows.rows < rows.columns) return null
  const wanted = Matrix.columnVector(lots.map(({ log }, i) => log * roots[i]!))
  const qr = new QrDecomposition(rows)
  if (!qr.isFullRank()) return null
  const weights = qr.solve(wanted)
  const left = Matrix.sub(wanted, rows.mmul(weights)).to1DArray()
  return {
    weights,
    residual: sum(left, (value) => value * value),
    freedom: rows.rows - rows.columns,
    width: rows.columns,
    inverse: inverseOfNormalMatrix(rows),
  }
}

/** Inverse of X'X, by QR of X'X itself. */
function inverseOfNormalMatrix(rows: Matrix): Matrix {
  const normal = rows.transpose().mmul(rows)
  return new QrDecomposition(normal).solve(Matrix.eye(normal.rows))
}

function tell(trends: PotencyTrends, fit: Fit, p: number): void {
  const { name, lots, columns, at } = fit
  const n = lots.length
  if (name === 'stage' || name === 'place') {
    const means = levelsOf(lots, name).map((level): LevelMean => {
      const of = lots.filter((lot) => lot[name] === level)
      return { level, n: of.length, ...at(columns(of[0]!)) }
    })
    trends[name] = { p, n, means: means.sort((a, b) => b.mid - a.mid) }
  } else {
    trends[name] = { p, n, at: (x) => at(AXIS_TERMS[name](x)) }
  }
}
