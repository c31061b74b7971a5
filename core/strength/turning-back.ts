import { mean, sort } from 'd3-array'
import { DETECTABLE, type PosteriorPoint } from './posterior/observations'
import { POT_SD } from './posterior/cell'

/** Where the strongest bath tried is weaker than the one before it. */
export interface TurningBack {
  /** Dry ratios of the last and the last but one. */
  from: number
  to: number
  /** Strength at the last over that at the one before, by the medians of both. */
  times: number
}

/** Usual error of one swatch, and how far lots differ, SD of log strength; from memory. */
const SWATCH_SD = 0.15
const LOT_SD = 0.3
/** Ratios so near are one trial, relative. */
const ALIKE = 0.1
/** Standard errors that a drop must exceed: by chance one curve in twenty has it. */
const BEYOND = 1.645

/**
 * A last ratio weaker than the one before may be a bath that turns back: too much plant, too
 * acid, or a liquor too thick to move in. The curves of the posterior only rise, so it is said beside
 * them.
 *
 * @param points counted swatches; strengths that were not told from bare fibre are left out
 * @returns null where nothing drops by more than pots, lots and swatches differ by chance
 */
export function turningBack(points: readonly PosteriorPoint[]): TurningBack | null {
  const seen = sort(
    points.flatMap((point) =>
      'strength' in point && (point.strength ?? 0) > DETECTABLE
        ? [{ ...point, strength: point.strength ?? 0 }]
        : [],
    ),
    ({ ratio }) => ratio,
  )
  const last = trialFrom(seen)
  const before = trialFrom(seen.slice(0, seen.length - (last?.points.length ?? 0)))
  if (!last || !before) return null
  const drop = last.logStrength - before.logStrength
  const sd = Math.hypot(errorOf(last), errorOf(before), lotsDiffer(last, before) ? LOT_SD : 0)
  return drop < -BEYOND * sd ? { from: before.ratio, to: last.ratio, times: Math.exp(drop) } : null
}

type Seen = PosteriorPoint & { strength: number }

interface Trial {
  ratio: number
  logStrength: number
  points: readonly Seen[]
}

/** The swatches at the highest ratio. */
function trialFrom(sorted: readonly Seen[]): Trial | null {
  const top = sorted.at(-1)
  if (!top) return null
  const points = sorted.filter(({ ratio }) => ratio >= top.ratio / (1 + ALIKE))
  return {
    ratio: top.ratio,
    logStrength: mean(points, ({ strength }) => Math.log(strength)) ?? 0,
    points,
  }
}

/** Standard error of a trial's mean: swatches of one pot share its error. */
function errorOf({ points }: Trial): number {
  const pots = new Set(points.map(({ pot }, i) => pot ?? i)).size
  return Math.hypot(SWATCH_SD / Math.sqrt(points.length), POT_SD / Math.sqrt(pots))
}

const lotsDiffer = (a: Trial, b: Trial) =>
  !b.points.some(({ lot }) => a.points.some((point) => point.lot === lot))
