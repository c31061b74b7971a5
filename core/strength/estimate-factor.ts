import { positive } from '../checks'

/** A swatch whose strength is known both ways. */
export interface BothWays {
  /** From a colour, by the smoothest spectrum. */
  estimated: number
  /** From a measured spectrum. */
  measured: number
}

export interface EstimateFactor {
  /** Measured over estimated strength: multiply an estimate by it. */
  factor: number
  /** SD of log S that each estimate so corrected still has by itself. */
  logSd: number
  /** SD of log S by which all of them may be off together, at S = 1. */
  sharedLogSd: number
  /** SD of the slope of that on log S. */
  slopeSd: number
  /** Swatches known both ways; 0 means the factor is what is usual. */
  n: number
}

/**
 * What is usual before a source has swatches known both ways: estimates come to 0.5 to 1.1 of the
 * truth at S = 1, with slopes from -0.16 to 0.04 on log S (seen on invented dyes of six hues).
 */
const USUAL_LOG = -Math.log(0.9)
const USUAL_LOG_SD = 0.25
const USUAL_SLOPE_SD = 0.08
/** Scatter of one dye's estimates about its own factor: less than from dye to dye. */
const WITHIN_LOG_SD = 0.06

/**
 * The factor that turns a source's estimated strengths into measured ones, learnt where it has
 * both and otherwise what is usual.
 *
 * Normal on the logarithm, with the usual spread from dye to dye as the prior: one swatch known
 * both ways counts for more than the prior, ten for nearly all.
 *
 * @throws InputError for a strength not above 0
 */
export function estimateFactor(pairs: readonly BothWays[]): EstimateFactor {
  const logs = pairs.map(({ estimated, measured }, i) =>
    Math.log(
      positive(measured, `/pairs/${i}/measured`) / positive(estimated, `/pairs/${i}/estimated`),
    ),
  )
  const priorPrecision = USUAL_LOG_SD ** -2
  const precision = priorPrecision + logs.length * WITHIN_LOG_SD ** -2
  const mean =
    (priorPrecision * USUAL_LOG + WITHIN_LOG_SD ** -2 * logs.reduce((a, b) => a + b, 0)) / precision
  return {
    factor: Math.exp(mean),
    logSd: WITHIN_LOG_SD,
    sharedLogSd: Math.sqrt(1 / precision),
    // learnt with the factor: as swatches read both ways come in, at the depths they have
    slopeSd: USUAL_SLOPE_SD / Math.sqrt(1 + logs.length / 2),
    n: pairs.length,
  }
}

/** Before a source has swatches known both ways. */
export const USUAL_CALIBRATION: EstimateFactor = estimateFactor([])
