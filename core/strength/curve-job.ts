import { mean } from 'd3-array'
import { DEPTH_STARTS, DEPTHS, type Depth } from '../colour/depth'
import type { Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'
import { USUAL_CALIBRATION, type EstimateFactor } from './estimate-factor'
import { unitAbsorption, type UnitAbsorption } from './expected-colour'
import { laterBaths, usualTaken, type LaterBath, type TakenShare } from './later-baths'
import { lotHueShifts, type LotHueShift } from './lot-hue'
import { priorOf } from './posterior/borrowed'
import { describedOf, type DescribedPosterior } from './posterior/describe-posterior'
import type { PosteriorPoint } from './posterior/observations'
import { curvePosterior, type Interval } from './posterior/posterior'
import { ENOUGH_GAIN } from './saturation'
import type { ConditionKey, PriorContext } from './posterior/priors'
import { bareStrengthSd, EYE_ERROR_DE, strengthErrorSd } from './reading-error'
import {
  calibrated,
  calibrationOf,
  isMeasured,
  spectrumSeen,
  swatchStrength,
  type DyedOverBare,
  type SeenSpectrum,
} from './swatch-strength'
import { first, present } from '../present'

export interface JobSwatch {
  /** g air-dry plant per g dry fibre. */
  ratioDry: number
  /** SD of its logarithm; all was weighed where it is left out. */
  ratioErrorSd?: number
  lot: string
  /** Pieces of one pot are not independent of each other; left out: alone in its own. */
  pot?: string
  dyed: SeenSpectrum
  bare: SeenSpectrum
  /** The same swatch read the other way too, where it was. */
  alsoAs?: SeenSpectrum
  /** CIEDE2000 that a colour is likely off; of a measured spectrum nothing is made of it. */
  errorDe?: number | null
  /** The same of the bare fibre, where it was told; null: it was read beside the swatch, as well as that. */
  bareErrorDe?: number | null
}

interface ExcludedSwatch extends DyedOverBare {
  /** False for one of a bath that others shared: no curve's estimates speak for it. */
  ofThisCurve: boolean
  errorDe?: number | null
  /** Of a second or later bath, whose first bath's ratio is known. */
  later?: Omit<LaterBath, 'strength' | 'errorSd'>
}

/** Swatches of the same source on near conditions, for a curve too thin to stand by itself. */
interface NearSwatches {
  swatches: readonly JobSwatch[]
  prior: Omit<PriorContext, 'near'>
  differs: ConditionKey[]
}

/** Everything that one curve is computed from: plain data, so that it can go to a worker. */
export interface CurveJob {
  swatches: readonly JobSwatch[]
  /** Swatches shown and not counted: only their strength is told. */
  excluded?: readonly ExcludedSwatch[]
  prior: Omit<PriorContext, 'near'>
  near?: NearSwatches
  /** What doubling adds at most where more plant is called enough; usual where it is left out. */
  enoughGain?: number
}

export interface CurveAnswer extends DescribedPosterior {
  lots: number
  /** Strength of each swatch, estimates calibrated. */
  strengths: number[]
  /** Strengths of the excluded ones, in their order, estimates calibrated. */
  excludedStrengths: number[]
  /** Share that each bath takes of what is left, and the later baths that tell it. */
  taken: TakenShare
  laterBaths: LaterBath[]
  /** How the colours of each lot differ from those of the others. */
  shifts: LotHueShift[]
  /** What the source adds to K/S for each unit of strength; null where none took enough to tell. */
  unit: UnitAbsorption | null
  /** Mean spectrum of the bare fibres; null without a swatch. */
  bare: Reflectance | null
  /** Dry ratio for the beginning of each depth, as likely as not, and eight times in ten. */
  forDepth: { depth: Depth; p50: number | null; p80: number | null }[]
  /** How many of the swatches are estimated from a colour. */
  estimated: number
  /** What estimates are multiplied by, whether or not one was used. */
  calibration: EstimateFactor
  /** What the posterior was asked with, so that more can be asked of it. */
  points: PosteriorPoint[]
  prior: PriorContext
}

/**
 * The posterior of one curve from readings: strengths, estimates calibrated by what the source has
 * taught, and the bands. A thin curve borrows from near swatches where it is given some.
 */
export function curveOfJob({
  swatches,
  excluded = [],
  prior,
  near,
  enoughGain = ENOUGH_GAIN,
}: CurveJob): CurveAnswer {
  const { points, calibration, estimated, colours } = pointsOf(swatches)
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
  const posterior = curvePosterior(points, priorOf(context), { enoughGain })
  const later = laterBathsOf({ swatches, excluded, prior })
  const ratioFor = (depth: Depth, probability: number) =>
    posterior.ratioFor(DEPTH_STARTS[depth], probability)?.mid ?? null
  return {
    ...describedOf(posterior, points),
    lots: new Set(swatches.map(({ lot }) => lot)).size,
    strengths: points.map(({ strength }) => strength),
    excludedStrengths: excluded.map((swatch) =>
      swatchStrength(swatch, swatch.ofThisCurve ? calibration : USUAL_CALIBRATION),
    ),
    taken: later.length > 0 ? laterBaths(points, context, later).taken : usualTaken(),
    laterBaths: later,
    shifts: lotHueShifts(colours.map(({ swatch: { lot }, dyed, bare }) => ({ lot, dyed, bare }))),
    unit: unitAbsorption(colours),
    bare: meanOf(colours.map(({ bare }) => bare)),
    forDepth: DEPTHS.slice(1).map((depth) => ({
      depth,
      p50: ratioFor(depth, 0.5),
      p80: ratioFor(depth, 0.8),
    })),
    estimated,
    calibration,
    points,
    prior: context,
  }
}

/** Later baths of a curve's liquors, with their strengths as estimates are calibrated in it. */
export const laterBathsOf = ({ swatches, excluded = [] }: CurveJob): LaterBath[] => {
  const calibration = calibrationOf(swatches)
  return excluded.flatMap((swatch) => laterBathOf(swatch, calibration) ?? [])
}

/** Whether strengths stand on an instrument: some swatch was measured, alone or beside a colour. */
export const isScaleKnown = ({
  n,
  estimated,
  calibration,
}: Pick<CurveAnswer, 'n' | 'estimated' | 'calibration'>): boolean =>
  estimated < n || n === 0 || calibration.n > 0

/** The ceiling where its number can be relied on: reached, and not on a guessed scale; else null. */
export const toldCeiling = (
  answer: Pick<CurveAnswer, 'ceiling' | 'ceilingReached' | 'n' | 'estimated' | 'calibration'>,
): Interval | null => (answer.ceilingReached && isScaleKnown(answer) ? answer.ceiling : null)

/** Mean spectrum, band by band; null of none. */
export const meanOf = (spectra: readonly Reflectance[]): Reflectance | null =>
  spectra.length === 0
    ? null
    : first(spectra).map((_, i) => present(mean(spectra, (each) => each[i]!)))

/** A swatch of a later bath with its strength, and what its reading may be off. */
function laterBathOf(swatch: ExcludedSwatch, calibration: EstimateFactor): LaterBath | null {
  if (!swatch.later) return null
  const strength = swatchStrength(swatch, calibration)
  if (isMeasured(swatch.dyed)) return { ...swatch.later, strength }
  const [dyed, bare] = [spectrumSeen(swatch.dyed), spectrumSeen(swatch.bare)]
  const readingSd = strengthErrorSd(dyed, bare, swatch.errorDe ?? EYE_ERROR_DE)
  return { ...swatch.later, strength, errorSd: Math.hypot(calibration.logSd, readingSd) }
}

/** More says "weak" or "strong", and nothing else. */
const MOST_BARE_SD = 0.6

/** What an unsure bare fibre does to a strength over it, SD of log S. */
const bareLogSd = (bare: Reflectance, strength: number, errorDe: number | null = null): number =>
  errorDe === null || strength <= 0
    ? 0
    : Math.min(MOST_BARE_SD, bareStrengthSd(bare, errorDe) / strength)

/** A point with a strength; a weak one is censored later, by the posterior. */
type StrengthPoint = Extract<PosteriorPoint, { strength: number }>

/** Strengths as a curve takes them, with what their readings may be off. */
function pointsOf(swatches: readonly JobSwatch[]) {
  const calibration = calibrationOf(swatches)
  const colours = swatches.map((swatch) => ({
    swatch,
    dyed: spectrumSeen(swatch.dyed),
    bare: spectrumSeen(swatch.bare),
  }))
  const points = colours.map(({ swatch, dyed, bare }): StrengthPoint => {
    const { ratioDry, ratioErrorSd = 0, lot, pot, errorDe, bareErrorDe } = swatch
    const measured = isMeasured(swatch.dyed)
    const strength = calibrated(strengthOver(dyed, bare), measured, calibration)
    const at = {
      ratio: ratioDry,
      lot,
      strength,
      ...(pot !== undefined && { pot }),
      ...(ratioErrorSd > 0 && { ratioErrorSd }),
    }
    if (measured) return at
    const readingSd = strengthErrorSd(dyed, bare, errorDe ?? EYE_ERROR_DE)
    const { logSd, sharedLogSd, slopeSd } = calibration
    return {
      ...at,
      errorSd: Math.hypot(logSd, readingSd, bareLogSd(bare, strength, bareErrorDe)),
      bareSd: bareStrengthSd(bare, errorDe ?? EYE_ERROR_DE),
      estimate: { logSd: sharedLogSd, slopeSd },
    }
  })
  const estimated = swatches.filter(({ dyed }) => !isMeasured(dyed)).length
  return { points, calibration, estimated, colours }
}
