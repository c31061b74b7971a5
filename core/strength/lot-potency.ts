import { greatest, group, mean, rollup } from 'd3-array'
import { DRAWS, drawCurves, quantile, type Draw } from './posterior/draws'
import { priorOf } from './posterior/borrowed'
import { posteriorCells } from './posterior/posterior-cells'
import { normalQuantile } from './posterior/normal'
import { DETECTABLE, READING_SD, type PosteriorPoint } from './posterior/observations'
import type { Interval } from './posterior/posterior'
import type { PriorContext } from './posterior/priors'
import { TELLING_SHARE } from './potency'
import { SHAPES } from './saturation'
import { present } from '../present'

export interface LotPotency {
  lot: string
  /** Factor on the ratio that puts the lot on its source's curve: 1.3 is a third stronger. */
  factor: Interval
  /** Whether it may be called stronger or weaker: lots all alike are in under one case of twenty. */
  differs: boolean
  /** Swatches that tell it, and the most there are of the lot. */
  n: number
  of: number
  /** Other lots, and their swatches, that the curve stands on. */
  others: { lots: number; swatches: number }
}

/** Why a lot's potency cannot be told. */
export type NotTold = 'onlyLot' | 'onlySuch' | 'tooFew' | 'nearCeiling' | 'tookNothing'

export type LotAnswer = LotPotency | { lot: string; withheld: NotTold; of: number }

export const hasEstimate = (answer: LotAnswer): answer is LotPotency => 'factor' in answer

/**
 * What may lie on the other side of 1 where a lot is called different. Nine in ten would not do: of
 * lots all alike one in ten would then be called so (npm run bench -- false-claims).
 */
const CLAIM_TAIL = 0.015

/** With fewer curves in which its swatches can tell a ratio, nothing is said. */
const LEAST_CURVES = 0.5
/** One swatch against one tells nothing of two lots. */
const FEWEST = 4
const GOLDEN = (Math.sqrt(5) - 1) / 2
/** Standard normals for the readings' own error, one a curve, evenly spread without chance. */
const NORMALS = Array.from({ length: DRAWS }, (_, k) => normalQuantile(((k + 0.5) * GOLDEN) % 1))

/**
 * The potency of each lot against the curve of all others: how many times as much of a usual lot
 * would have been wanted for what it gave.
 *
 * For each curve drawn from the posterior of the other lots, a swatch of this one stands for the
 * ratio at which that curve has its strength; the factor is that over the ratio taken, its error by
 * the curve's slope. Swatches above seven tenths of the ceiling tell no ratio and are passed over,
 * so the spread holds what is not known of the curve, of its lots, and of the readings. It is drawn
 * towards 1 by how far lots of this source differ: the strongest of several is partly luck. The others
 * alone cannot say that lots hardly differ, so it is never drawn harder than what is usual of lots.
 *
 * A lot is held only against others that were used as it was: what drying does to a plant is not the
 * lot's own.
 *
 * @param points of one curve, each naming its lot
 */
export function lotPotencies(points: readonly LotPoint[], context: PriorContext): LotAnswer[] {
  const lots = group(
    points.filter(({ lot }) => lot !== undefined),
    ({ lot }) => present(lot),
  )
  return [...lots].map(([lot, all]) => {
    const such = mostUsed(all)
    const alike = (point: LotPoint) => point.usedAs === such
    const others = points.filter((point) => point.lot !== lot)
    if (others.length > 0 && !others.some(alike)) {
      return { lot, withheld: 'onlySuch', of: all.length }
    }
    return potencyOf(lot, all.filter(alike), points.filter(alike), context)
  })
}

/** A swatch with the state its plant was in: fresh, dried, spent; alike where none is named. */
export type LotPoint = PosteriorPoint & { usedAs?: string }

const mostUsed = (points: readonly LotPoint[]): string | undefined =>
  greatest(
    rollup(
      points,
      (some) => some.length,
      ({ usedAs }) => usedAs,
    ),
    ([, count]) => count,
  )?.[0]

function potencyOf(
  lot: string,
  own: readonly PosteriorPoint[],
  points: readonly PosteriorPoint[],
  context: PriorContext,
): LotAnswer {
  const others = points.filter((point) => point.lot !== lot)
  const of = own.length
  if (others.length === 0) return { lot, withheld: 'onlyLot', of }
  const seen = own.flatMap((point) =>
    'strength' in point && point.strength > DETECTABLE && point.ratio > 0 ? [point] : [],
  )
  if (seen.length === 0) return { lot, withheld: 'tookNothing', of }
  if (seen.length + others.length < FEWEST) return { lot, withheld: 'tooFew', of }
  const draws = drawCurves(posteriorCells(others, priorOf(context)).cells, false)
  const seenSd = Math.sqrt(present(mean(draws, (draw) => Math.log(draw.newLotFactor) ** 2)))
  const lotSd = Math.max(seenSd, priorOf(context).lotSd)
  const reached = draws.flatMap((draw, k) => {
    const one = factorOn(draw, seen, lotSd, NORMALS[k]!)
    return one === null ? [] : [one]
  })
  if (reached.length < LEAST_CURVES * draws.length) return { lot, withheld: 'nearCeiling', of }
  const logs = Float64Array.from(reached, ({ log }) => log).sort()
  return {
    lot,
    factor: {
      mid: Math.exp(quantile(logs, 0.5)),
      low: Math.exp(quantile(logs, 0.05)),
      high: Math.exp(quantile(logs, 0.95)),
    },
    differs: quantile(logs, CLAIM_TAIL) > 0 || quantile(logs, 1 - CLAIM_TAIL) < 0,
    n: Math.max(...reached.map(({ n }) => n)),
    of,
    others: { lots: new Set(others.map((point) => point.lot)).size, swatches: others.length },
  }
}

/**
 * The lot's log factor on one curve: its swatches weighed by what each can tell there, beside what is
 * usual of lots.
 *
 * A lot that was counted once is off by one factor in all its ratios, which a weighed one of it is not:
 * the errors share a term, each with its own load, so their covariance is a diagonal and one product
 * (inverted by Sherman and Morrison's formula).
 *
 * @param lotSd by how much lots differ, on log S
 */
function factorOn(
  { model, ceiling, scale, errorSd }: Draw,
  swatches: readonly SeenPoint[],
  lotSd: number,
  z: number,
): { log: number; n: number } | null {
  const shape = SHAPES[model]
  let [weight, sum, steep, n] = [0, 0, 0, 0]
  let [load, loadSum, loadSquares] = [0, 0, 0]
  for (const { ratio, strength, errorSd: known = 0, ratioErrorSd = 0 } of swatches) {
    const share = strength / ceiling
    if (share >= TELLING_SHARE) continue
    const usual = shape.ratioOf(share, scale)
    // d log S / d log r there: how a strength's error becomes one of the ratio
    const steepness = -shape.perLogScale(share, usual, scale) / share
    const variance = (errorSd ** 2 + known ** 2 + (READING_SD / strength) ** 2) / steepness ** 2
    const log = Math.log(usual / ratio)
    weight += 1 / variance
    sum += log / variance
    load += ratioErrorSd / variance
    loadSum += (ratioErrorSd * log) / variance
    loadSquares += ratioErrorSd ** 2 / variance
    steep += steepness
    n++
  }
  if (n === 0) return null
  sum -= (load * loadSum) / (1 + loadSquares)
  weight -= load ** 2 / (1 + loadSquares)
  // lots differ in strength; as a factor on the ratio that is more where the curve is flat
  weight += (steep / n / lotSd) ** 2
  return { log: sum / weight + z / Math.sqrt(weight), n }
}

/** A swatch whose dye was told from bare fibre. */
type SeenPoint = Extract<PosteriorPoint, { strength: number }>
