import { mean } from 'd3-array'
import { DEPTH_STARTS, DEPTHS, type Depth } from '../colour/depth'
import { estimateReflectance } from '../colour/estimate-reflectance'
import type { Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'
import type { Lab } from '../colour/tristimulus'
import { estimateFactor, type EstimateFactor } from './estimate-factor'
import { unitAbsorption, type UnitAbsorption } from './expected-colour'
import { lotHueShifts, type LotHueShift } from './lot-hue'
import { priorOf } from './posterior/borrowed'
import { describedOf, type DescribedPosterior } from './posterior/describe-posterior'
import type { PosteriorPoint } from './posterior/observations'
import { curvePosterior } from './posterior/posterior'
import type { ConditionKey, PriorContext } from './posterior/priors'
import type { SaturationCurve } from './saturation'
import { EYE_ERROR_DE, strengthErrorSd } from './reading-error'

/** A colour that was read: its spectrum where one was measured, and its CIELAB value (D65). */
export interface SeenSpectrum {
  reflectance: Reflectance | null
  lab: Lab
}

export interface JobSwatch {
  /** g air-dry plant per g dry fibre. */
  ratioDry: number
  lot: string
  dyed: SeenSpectrum
  bare: SeenSpectrum
  /** The same swatch read the other way too, where it was. */
  alsoAs?: SeenSpectrum
  /** CIEDE2000 that a colour is likely off; of a measured spectrum nothing is made of it. */
  errorDe?: number | null
}

/** Swatches of the same source on near conditions, for a curve too thin to stand by itself. */
export interface NearSwatches {
  swatches: readonly JobSwatch[]
  prior: Omit<PriorContext, 'near'>
  differs: ConditionKey[]
}

/** Everything that one curve is computed from: plain data, so that it can go to a worker. */
export interface CurveJob {
  swatches: readonly JobSwatch[]
  /** Swatches shown beside the curve and not counted in it: only their strength is told. */
  excluded?: readonly { dyed: SeenSpectrum; bare: SeenSpectrum }[]
  prior: Omit<PriorContext, 'near'>
  near?: NearSwatches
}

export interface CurveAnswer extends DescribedPosterior {
  lots: number
  /** Strength of each swatch as it was read, before estimates are set right. */
  strengths: number[]
  /** Strengths of those beside, in their order. */
  excludedStrengths: number[]
  /** How the colours of each lot differ from those of the others. */
  shifts: LotHueShift[]
  /** What the source adds to K/S for each unit of strength; null where none took enough to tell. */
  unit: UnitAbsorption | null
  /** Mean spectrum of the bare fibres; null without a swatch. */
  bare: Reflectance | null
  /** A single curve that stands for all. */
  pointEstimate: SaturationCurve
  /** Dry ratio for the beginning of each depth, as likely as not, and eight times in ten. */
  forDepth: { depth: Depth; p50: number | null; p80: number | null }[]
  /** How many of the swatches are estimated from a colour. */
  estimated: number
  /** What estimates were multiplied by; null where none was used. */
  factor: EstimateFactor | null
  /** What the posterior was asked with, so that more can be asked of it. */
  points: PosteriorPoint[]
  prior: PriorContext
}

/** To be raised with every change of what comes out, so that no older answer is kept. */
export const CURVE_VERSION = 3

/**
 * The posterior of one curve from readings: strengths, estimates set right by what the source has
 * taught, and the bands. A thin curve leans on near swatches where it is given some.
 */
export function curveOfJob({ swatches, excluded = [], prior, near }: CurveJob): CurveAnswer {
  const { points, factor, estimated, colours } = pointsOf(swatches)
  const context: PriorContext = near
    ? {
        ...prior,
        near: {
          points: pointsOf(near.swatches).points,
          context: near.prior,
          differs: near.differs,
        },
      }
    : prior
  const posterior = curvePosterior(points, priorOf(context))
  const ratioFor = (depth: Depth, probability: number) =>
    posterior.ratioFor(DEPTH_STARTS[depth], probability)?.mid ?? null
  return {
    ...describedOf(posterior, points),
    lots: new Set(swatches.map(({ lot }) => lot)).size,
    strengths: colours.map(({ strength }) => strength),
    excludedStrengths: excluded.map(({ dyed, bare }) =>
      strengthOver(spectrumSeen(dyed), spectrumSeen(bare)),
    ),
    shifts: lotHueShifts(colours.map(({ swatch: { lot }, dyed, bare }) => ({ lot, dyed, bare }))),
    pointEstimate: posterior.pointEstimate,
    unit: unitAbsorption(colours),
    bare: meanOf(colours.map(({ bare }) => bare)),
    forDepth: DEPTHS.slice(1).map((depth) => ({
      depth,
      p50: ratioFor(depth, 0.5),
      p80: ratioFor(depth, 0.8),
    })),
    estimated,
    factor,
    points,
    prior: context,
  }
}

const meanOf = (spectra: readonly Reflectance[]): Reflectance | null =>
  spectra.length === 0 ? null : spectra[0]!.map((_, i) => mean(spectra, (each) => each[i]!)!)

/** Strengths as a curve takes them, with what their readings may be off. */
function pointsOf(swatches: readonly JobSwatch[]) {
  const colours = swatches.map((swatch) => {
    const [dyed, bare] = [spectrumSeen(swatch.dyed), spectrumSeen(swatch.bare)]
    return { swatch, dyed, bare, strength: strengthOver(dyed, bare) }
  })
  const pairs = colours.flatMap(({ swatch: { dyed: seen, alsoAs }, bare, strength }) => {
    if (!alsoAs || isMeasured(alsoAs) === isMeasured(seen)) return []
    const other = strengthOver(spectrumSeen(alsoAs), bare)
    const [measured, estimated] = isMeasured(seen) ? [strength, other] : [other, strength]
    return measured > LEAST_TELLING && estimated > LEAST_TELLING ? [{ measured, estimated }] : []
  })
  const estimated = swatches.filter(({ dyed }) => !isMeasured(dyed)).length
  const factor = estimated > 0 ? estimateFactor(pairs) : null
  const points = colours.map(({ swatch, dyed, bare, strength }): PosteriorPoint => {
    const { ratioDry, lot, errorDe } = swatch
    const point = { ratio: ratioDry, lot }
    if (isMeasured(swatch.dyed)) return { ...point, strength }
    const off = strengthErrorSd(dyed, bare, errorDe ?? EYE_ERROR_DE)
    return {
      ...point,
      strength: strength * factor!.factor,
      errorSd: Math.hypot(factor!.logSd, off),
    }
  })
  return { points, factor, estimated, colours }
}

/** Weaker readings say nothing of a factor. */
const LEAST_TELLING = 0.1

const isMeasured = ({ reflectance }: SeenSpectrum) => reflectance !== null

const spectrumSeen = ({ reflectance, lab }: SeenSpectrum): Reflectance =>
  reflectance ?? estimateReflectance(lab)
