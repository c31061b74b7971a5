import { greatest, group, mean, sort, sum } from 'd3-array'
import { priorOf } from './posterior/borrowed'
import { OUTLIER_CHANCE, OUTLIER_FACTOR } from './posterior/lot-summary'
import { drawCurves } from './posterior/draws'
import { logNormalCdf } from './posterior/normal'
import { DETECTABLE, readObservations, type PosteriorPoint } from './posterior/observations'
import { lotIndex } from './posterior/posterior'
import { posteriorCells } from './posterior/posterior-cells'
import type { PriorContext } from './posterior/priors'
import { SHAPES } from './saturation'

/** Where more plant gave less than some of what was tried before. */
export interface TurningBack {
  /** Dry ratio of the strongest trial before. */
  from: number
  /** Dry ratio from which swatches are weaker, and how many ratios were tried from there on. */
  to: number
  trials: number
  /** Strength from there on over that of the strongest before, by their geometric means. */
  times: number
}

/** Ratios so near are one trial, relative. */
const ALIKE = 0.1
/**
 * Of curves that only rise, fewer than one in twenty are said to turn back: 3.1 to 4.3 % of simulated
 * ones with 2 to 20 swatches, less than this chance, since a flat end is never said to, and the looks
 * agree with each other. Of those that turn back to half, 82 to 92 % are.
 */
const FALSE_CLAIMS = 0.06
/** So many trials at the end are held against the rest. */
const TOGETHER = [1, 2, 3, 5] as const

/**
 * Trials at the end that are weaker than any curve through the others allows may be a bath that
 * turns back: too much plant, too acid, or a liquor too thick to move in. The curves of the
 * posterior only rise, so it is said beside them.
 *
 * The posterior of all others tells how weak the last trials may be by chance of curve, lots and
 * swatches, outliers among them; held to one chance in all that is looked at.
 *
 * @param points counted swatches; strengths that were not told from bare fibre are left out
 */
export function turningBack(
  points: readonly PosteriorPoint[],
  context: PriorContext,
): TurningBack | null {
  const trials = trialsOf(points)
  const tried = TOGETHER.filter((count) => count < trials.length)
  const looks = tried.flatMap((count) => {
    const [rest, last] = [trials.slice(0, -count), trials.slice(-count)]
    const best = greatest(rest, levelOf)
    const times = best ? Math.exp(levelOf(last.flat()) - levelOf(best)) : 1
    // a flat end is no turning back, however much a curve would still have risen
    if (!best || times >= 1) return []
    return [{ p: chanceOf(rest.flat(), last.flat(), context), best, last, times }]
  })
  const plainest = greatest(looks, ({ p }) => -p)
  if (!plainest || plainest.p > FALSE_CLAIMS / tried.length) return null
  return {
    from: ratioOf(plainest.best),
    to: ratioOf(plainest.last[0]!),
    trials: plainest.last.length,
    times: plainest.times,
  }
}

type Seen = PosteriorPoint & { strength: number }

const levelOf = (some: readonly Seen[]) => mean(some, ({ strength }) => Math.log(strength)) ?? 0
const ratioOf = (trial: readonly Seen[]) => trial[0]!.ratio

/** Swatches at like ratios, in ascending order. */
function trialsOf(points: readonly PosteriorPoint[]): Seen[][] {
  const trials: Seen[][] = []
  const seen = points.flatMap((point) =>
    'strength' in point && point.strength > DETECTABLE && point.ratio > 0 ? [point as Seen] : [],
  )
  for (const point of sort(seen, ({ ratio }) => ratio)) {
    const last = trials.at(-1)
    if (last && point.ratio <= ratioOf(last) * (1 + ALIKE)) last.push(point)
    else trials.push([point])
  }
  return trials
}

/** Chance that swatches are together as weak as they are, given the others. */
function chanceOf(rest: readonly Seen[], last: readonly Seen[], context: PriorContext): number {
  const known = lotOnBothSides(rest, last)
  const prior = priorOf(context)
  const at = known === undefined ? -1 : lotIndex(readObservations(rest), known)
  const draws = drawCurves(posteriorCells(rest, prior, { lot: at }).cells, at >= 0)
  const isKnown = (point: Seen) => at >= 0 && point.lot === known
  const share = (some: readonly Seen[]) => (some.length / last.length) ** 2
  // of a mean, what lots and pots of it share weighs by the square of their share
  const others = group(
    last.filter((point) => !isKnown(point)),
    ({ lot }, i) => lot ?? `alone ${i}`,
  )
  const pots = group(last, ({ pot }, i) => pot ?? `alone ${i}`)
  const outliers = outliersAmong(last.length)
  const [lotShare, potShare] = [sum(others.values(), share), sum(pots.values(), share)]
  const chances = draws.map((draw) => {
    const off = mean(last, (point) => {
      const expected = draw.ceiling * SHAPES[draw.model].share(point.ratio, draw.scale)
      return Math.log(point.strength / (expected * (isKnown(point) ? draw.lotFactor : 1)))
    })
    return sum(outliers, ({ chance, times }) => {
      const sd = Math.sqrt(times * draw.errorSd ** 2 * potShare + draw.lotSd ** 2 * lotShare)
      return chance * Math.exp(logNormalCdf((off ?? 0) / sd))
    })
  })
  return mean(chances) ?? 1
}

/** Of the lots that stand on both sides, the one with the most swatches at the end. */
function lotOnBothSides(rest: readonly Seen[], last: readonly Seen[]): string | undefined {
  const both = last.filter(
    ({ lot }) => lot !== undefined && rest.some((point) => point.lot === lot),
  )
  const [most] =
    greatest(
      group(both, ({ lot }) => lot),
      ([, some]) => some.length,
    ) ?? []
  return most
}

/** How many of so many swatches may be outliers: each chance, and times the variance of their mean. */
function outliersAmong(count: number): { chance: number; times: number }[] {
  let chance = (1 - OUTLIER_CHANCE) ** count
  return Array.from({ length: count + 1 }, (_, k) => {
    // of a binomial, from one number to the next
    if (k > 0) chance *= ((count - k + 1) / k) * (OUTLIER_CHANCE / (1 - OUTLIER_CHANCE))
    return { chance, times: (count - k + k * OUTLIER_FACTOR ** 2) / count }
  })
}
