import { estimateReflectance } from '../colour/estimate-reflectance'
import type { Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'
import type { Lab } from '../colour/tristimulus'
import { estimateFactor, type EstimateFactor } from './estimate-factor'
import { describePosterior, type DescribedPosterior } from './posterior/describe-posterior'
import type { PosteriorPoint } from './posterior/observations'
import type { PriorContext } from './posterior/priors'

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
}

/** Everything that one curve is computed from: plain data, so that it can go to a worker. */
export interface CurveJob {
  swatches: readonly JobSwatch[]
  prior: PriorContext
}

export interface CurveAnswer extends DescribedPosterior {
  lots: number
  /** How many of the swatches are estimated from a colour. */
  estimated: number
  /** What estimates were multiplied by; null where none was used. */
  factor: EstimateFactor | null
  /** What the posterior was asked with, so that more can be asked of it. */
  points: PosteriorPoint[]
  prior: PriorContext
}

/** To be raised with every change of what comes out, so that no older answer is kept. */
export const CURVE_VERSION = 1

/**
 * The posterior of one curve from readings: strengths, estimates set right by what the source has
 * taught, and the bands.
 */
export function curveOfJob({ swatches, prior }: CurveJob): CurveAnswer {
  const told = swatches.map((swatch) => ({
    swatch,
    strength: strengthSeen(swatch.dyed, swatch.bare),
  }))
  const pairs = told.flatMap(({ swatch: { dyed, bare, alsoAs }, strength }) => {
    if (!alsoAs || isMeasured(alsoAs) === isMeasured(dyed)) return []
    const other = strengthSeen(alsoAs, bare)
    const [measured, estimated] = isMeasured(dyed) ? [strength, other] : [other, strength]
    return measured > LEAST_TELLING && estimated > LEAST_TELLING ? [{ measured, estimated }] : []
  })
  const estimated = swatches.filter(({ dyed }) => !isMeasured(dyed)).length
  const factor = estimated > 0 ? estimateFactor(pairs) : null
  const points = told.map(({ swatch: { ratioDry, lot, dyed }, strength }): PosteriorPoint => {
    const point = { ratio: ratioDry, lot }
    return isMeasured(dyed)
      ? { ...point, strength }
      : { ...point, strength: strength * factor!.factor, errorSd: factor!.logSd }
  })
  return {
    ...describePosterior({ points, context: prior }),
    lots: new Set(swatches.map(({ lot }) => lot)).size,
    estimated,
    factor,
    points,
    prior,
  }
}

/** Weaker readings say nothing of a factor. */
const LEAST_TELLING = 0.1

const isMeasured = ({ reflectance }: SeenSpectrum) => reflectance !== null

const strengthSeen = (dyed: SeenSpectrum, bare: SeenSpectrum) =>
  strengthOver(spectrumSeen(dyed), spectrumSeen(bare))

const spectrumSeen = ({ reflectance, lab }: SeenSpectrum): Reflectance =>
  reflectance ?? estimateReflectance(lab)
