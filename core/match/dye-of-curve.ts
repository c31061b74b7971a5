import { unitAbsorption } from '../strength/expected-colour'
import { NORMAL_90 } from '../spread'
import { strengthOver } from '../colour/strength'
import type { CurveJob, JobSwatch } from '../strength/curve-job'
import { laterBathsOf, meanOf } from '../strength/curve-job'
import { laterBaths } from '../strength/later-baths'
import { priorOf } from '../strength/posterior/borrowed'
import { logNormalCdf } from '../strength/posterior/normal'
import { curvePosterior } from '../strength/posterior/posterior'
import { DETECTABLE, type PosteriorPoint } from '../strength/posterior/observations'
import { takesNothing } from '../strength/posterior/describe-posterior'
import type { PriorContext } from '../strength/posterior/priors'
import { EYE_ERROR_DE, strengthErrorSd } from '../strength/reading-error'
import { calibrated, calibrationOf, isMeasured, spectrumSeen } from '../strength/swatch-strength'
import { present } from '../present'
import { PIECE_SCORES, type MatchDye } from './dye'
import { hueResiduals, type ColouredSwatch } from './hue-spread'

/** Ratios that are searched, evenly on a log scale: steps of about a tenth. */
const RATIO_STEPS = 24
/** The least ratio, as a part of the least one tried: below, a curve is known by its origin. */
const BELOW_TRIED = 4
/** Shares of all pieces that stay below the strengths told. */
export const NEXT_PIECE_SHARES = PIECE_SCORES.map((score) => Math.exp(logNormalCdf(score)))

/** A swatch of a curve with its colour, and as the curve's posterior takes it. */
export interface MatchSwatch extends ColouredSwatch {
  point: PosteriorPoint & { strength: number }
  /** CIEDE2000 by which it may be misread. */
  errorDe: number
}

/** CIEDE2000 by which an instrument misreads a piece: from memory. */
const INSTRUMENT_DE = 0.4

/**
 * Swatches of a curve as colours are foretold from them. Where all are estimates, strengths stay as
 * they were read: what estimates are off is off in the colour that comes of them, too, and both go
 * out against each other.
 */
export function matchSwatches(swatches: readonly JobSwatch[]): MatchSwatch[] {
  const isMixed = swatches.some(({ dyed }) => isMeasured(dyed))
  const calibration = calibrationOf(swatches)
  return swatches.map((swatch) => {
    const [dyed, bare] = [spectrumSeen(swatch.dyed), spectrumSeen(swatch.bare)]
    const measured = isMeasured(swatch.dyed)
    const strength = calibrated(strengthOver(dyed, bare), measured || !isMixed, calibration)
    const errorDe = measured ? INSTRUMENT_DE : (swatch.errorDe ?? EYE_ERROR_DE)
    const { ratioDry, ratioErrorSd = 0, lot, pot } = swatch
    const readSd = measured ? 0 : strengthErrorSd(dyed, bare, errorDe)
    return {
      lot,
      strength,
      dyed,
      bare,
      lab: swatch.dyed.lab,
      errorDe,
      point: {
        ratio: ratioDry,
        lot,
        strength,
        ...(pot !== undefined && { pot }),
        ...(ratioErrorSd > 0 && { ratioErrorSd }),
        ...(readSd > 0 && { errorSd: isMixed ? Math.hypot(readSd, calibration.logSd) : readSd }),
      },
    }
  })
}

/** What near curves lend, as colours are foretold from them. */
function contextOf({ prior, near }: CurveJob): PriorContext {
  if (!near) return prior
  const points = matchSwatches(near.swatches).map(({ point }) => point)
  return { ...prior, near: { points, context: near.prior, differs: near.differs } }
}

/** The posterior of some of a curve's swatches, for colours. */
export const matchPosterior = (swatches: readonly MatchSwatch[], job: CurveJob) =>
  curvePosterior(
    swatches.map(({ point }) => point),
    priorOf(contextOf(job)),
  )

/**
 * The dyes of a curve: its first bath, and where later baths of its liquor were read, the second.
 *
 * @param id its source and its curve
 * @returns empty where its hue is not known, or it likely does not take
 */
export function dyesOfCurve(id: string, job: CurveJob): MatchDye[] {
  const swatches = matchSwatches(job.swatches)
  const unit = unitAbsorption(swatches)
  const tried = swatches.map(({ point }) => point.ratio).filter((ratio) => ratio > 0)
  if (!unit || tried.length === 0) return []
  const posterior = matchPosterior(swatches, job)
  if (takesNothing(posterior)) return []
  const [least, most] = [Math.min(...tried) / BELOW_TRIED, Math.max(...tried)]
  const ratios = Array.from(
    { length: RATIO_STEPS },
    (_, i) => least * (most / least) ** (i / (RATIO_STEPS - 1)),
  )
  const dye: MatchDye = {
    id,
    unit: unit.map(short),
    bare: present(meanOf(swatches.map(({ bare }) => bare))).map(short),
    ratios: ratios.map(short),
    pieces: ratios.map((ratio) => posterior.nextPiece(ratio, NEXT_PIECE_SHARES).map(short)),
    hue: hueResiduals(swatches),
    bath: 1,
    n: swatches.length,
    lots: new Set(swatches.map(({ lot }) => lot)).size,
  }
  const second = secondBath(dye, job, swatches)
  return second ? [dye, second] : [dye]
}

/** Fewer later baths leave the share that each takes to what is usual. */
const LEAST_LATER = 2

/** What the next piece in the same liquor becomes, where later baths were read. */
function secondBath(
  dye: MatchDye,
  job: CurveJob,
  swatches: readonly MatchSwatch[],
): MatchDye | null {
  const later = laterBathsOf(job)
  if (later.filter(({ strength }) => strength > DETECTABLE).length < LEAST_LATER) return null
  const rows = laterBaths(
    swatches.map(({ point }) => point),
    contextOf(job),
    later,
  )
  const pieces = dye.ratios.map((ratio) => {
    const { mid, low, high } = rows.expected(ratio, 2)[1]!
    const sd = Math.log(high / low) / (2 * NORMAL_90)
    return PIECE_SCORES.map((score) => short(mid * Math.exp(sd * score)))
  })
  return { ...dye, pieces, bath: 2 }
}

/** More digits say nothing, and hundreds of curves are sent at once. */
const DIGITS = 4
const short = (value: number) => Number(value.toPrecision(DIGITS))
