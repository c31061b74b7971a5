import { deltaE2000, hexOfLab } from '../colour/screen-colour'
import { labOfReflectance, type Lab } from '../colour/tristimulus'
import type { Reflectance } from '../colour/spectrum'
import { expectedReflectance, type UnitAbsorption } from './expected-colour'
import { overdye } from './overdye'
import { NORMAL_90 } from '../spread'
import { curvePosterior, type BandPoint, type Posterior } from './posterior/posterior'
import { DETECTABLE, type PosteriorPoint } from './posterior/observations'
import { priorOf } from './posterior/borrowed'
import type { PriorContext } from './posterior/priors'
import { first } from '../present'

/** Everything a prediction of one source on one fibre and mordant stands on: plain data. */
export interface KnownCurve {
  points: PosteriorPoint[]
  prior: PriorContext
  /** 31 bands; null where the hue is not known. */
  unit: UnitAbsorption | null
  estimated: number
}

export interface PredictedShare {
  /** Index of the curve in the list, and the dry ratio of its source in the bath. */
  curve: number
  ratioDry: number
  /** SD of its logarithm, where it was not weighed in: what earlier baths left. */
  ratioErrorSd?: number
  /** Lot it comes from, where there are swatches of it. */
  lot?: string
}

export interface Prediction {
  /** Swatches behind it; of the weakest known source where several share the bath. */
  n: number
  basis: 'measured' | 'estimated' | 'borrowed' | 'typical'
  /** Swatches on near conditions of the same source that it leans on; 0: none. */
  donorSwatches: number
  strength: { mid: number; low: number; high: number }
  /** null where the hue of a source is not known yet. */
  hex: string | null
  lab: Lab | null
  /**
   * CIEDE2000 within which the next piece falls, nine times in ten: what its strength may be off (curve,
   * lot, its own error) and how far hues of one source turn; null without a colour.
   */
  likelyError: number | null
  /** Gain of strength from twice the plant, 0.1 is a tenth more; null for a mixed bath. */
  doubling: { mid: number; low: number; high: number } | null
  /** How sure it is that twice the plant adds less than a tenth; null for a mixed bath. */
  littleGain: number | null
  /** How sure it is that the source takes on such fibre at all; null for a mixed bath. */
  uptakeProbability: number | null
  isKnownLot: boolean
}

/** How far hues turn from pot to pot of one source, nine times in ten, CIEDE2000: from memory. */
const HUE_DE = 2

/** Less than this is not worth more plant. */
export const LITTLE_GAIN = 0.1

/**
 * Predicts colours from curves. The posteriors are worked out once, so that any number of ratios
 * can be asked while a marker is dragged.
 */
export function predictor(curves: readonly KnownCurve[]) {
  const known = curves.map((curve) => ({
    curve,
    all: lazily(() => curvePosterior(curve.points, priorOf(curve.prior))),
    ofLot: new Map<string, Posterior>(),
  }))

  function posteriorOf(index: number, lot: string | undefined): [Posterior, boolean] {
    const { curve, all, ofLot } = known[index]!
    const isSeen =
      lot !== undefined &&
      curve.points.some(
        (point) => point.lot === lot && 'strength' in point && point.strength > DETECTABLE,
      )
    if (!isSeen) return [all(), false]
    const estimates = ofLot.get(lot) ?? curvePosterior(curve.points, priorOf(curve.prior), { lot })
    ofLot.set(lot, estimates)
    return [estimates, true]
  }

  /** Strength with the spread of the next piece: of a lot that was tried, or of a new one. */
  function strengthOf({ curve, ratioDry, ratioErrorSd = 0, lot }: PredictedShare) {
    const [posterior, isKnownLot] = posteriorOf(curve, lot)
    const at: BandPoint = posterior.at(ratioDry)
    const { mid, piece } = at
    if (ratioErrorSd === 0) return { posterior, isKnownLot, strength: { mid, ...piece } }
    const off = Math.exp(NORMAL_90 * ratioErrorSd)
    const [least, most] = [posterior.at(ratioDry / off).mid, posterior.at(ratioDry * off).mid]
    return {
      posterior,
      isKnownLot,
      strength: {
        mid,
        low: mid / Math.exp(Math.hypot(Math.log(mid / piece.low), Math.log(mid / least))),
        high: mid * Math.exp(Math.hypot(Math.log(piece.high / mid), Math.log(most / mid))),
      },
    }
  }

  return {
    /** @param bare the piece before the bath; null where it was not read */
    predict(shares: readonly PredictedShare[], bare: Reflectance | null): Prediction {
      const estimates = shares.map((share) => ({
        ...strengthOf(share),
        curve: curves[share.curve]!,
        ratioDry: share.ratioDry,
      }))
      const n = Math.min(...estimates.map(({ curve }) => curve.points.length))
      const sum = (end: 'mid' | 'low' | 'high') =>
        estimates.reduce((all, { strength }) => all + strength[end], 0)
      const strength = { mid: sum('mid'), low: sum('low'), high: sum('high') }
      const alone = estimates.length === 1 ? first(estimates) : null
      const units = estimates.map(({ curve }) => curve.unit)
      const colour =
        bare && units.every((unit) => unit !== null)
          ? colourOf(bare, estimates as (typeof estimates)[number][], units as UnitAbsorption[])
          : null
      return {
        n,
        basis: basisOf(estimates.map(({ curve }) => curve)),
        donorSwatches: estimates.reduce(
          (sum, { curve }) => sum + (curve.prior.near?.points.length ?? 0),
          0,
        ),
        strength,
        hex: colour ? hexOfLab(colour.lab) : null,
        lab: colour?.lab ?? null,
        likelyError: colour?.likelyError ?? null,
        doubling: alone ? alone.posterior.doublingGain(alone.ratioDry) : null,
        littleGain: alone
          ? alone.posterior.probabilityOfLittleGain(alone.ratioDry, 2 * alone.ratioDry, LITTLE_GAIN)
          : null,
        uptakeProbability: alone ? alone.posterior.uptakeProbability : null,
        isKnownLot: estimates.every(({ isKnownLot }) => isKnownLot),
      }
    },

    /** Strengths in the middle along ratios, for painting a ribbon. */
    along: (curve: number, ratios: readonly number[]): number[] =>
      ratios.map((ratio) => known[curve]!.all().at(ratio).mid),
  }
}

interface Estimate {
  strength: { mid: number; low: number; high: number }
}

function colourOf(
  bare: Reflectance,
  estimates: readonly Estimate[],
  units: readonly UnitAbsorption[],
): { lab: Lab; likelyError: number } {
  if (estimates.length > 1) {
    return overdye(
      bare,
      estimates.map(({ strength: { mid, low, high } }, i) => ({
        unit: units[i]!,
        strength: mid,
        logSd: Math.log(Math.max(high, 1e-6) / Math.max(low, 1e-6)) / (2 * NORMAL_90),
      })),
    )
  }
  const [{ strength }] = estimates as [Estimate]
  const [unit] = units as [UnitAbsorption]
  const at = (s: number) => labOfReflectance(expectedReflectance(unit, s, bare))
  const lab = at(strength.mid)
  return {
    lab,
    likelyError: Math.hypot(
      Math.max(deltaE2000(lab, at(strength.low)), deltaE2000(lab, at(strength.high))),
      HUE_DE,
    ),
  }
}

function basisOf(curves: readonly KnownCurve[]): Prediction['basis'] {
  const bare = curves.filter(({ points }) => points.length === 0)
  if (bare.some(({ prior }) => !prior.near)) return 'typical'
  if (bare.length > 0) return 'borrowed'
  return curves.some(({ estimated }) => estimated > 0) ? 'estimated' : 'measured'
}

function lazily<T>(make: () => T): () => T {
  let made: { value: T } | null = null
  return () => (made ??= { value: make() }).value
}
