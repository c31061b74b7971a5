import { finite, notNegative } from '../checks'
import { InputError } from '../input-error'
import { SHAPES, type CurveModel, type SaturationCurve } from './saturation'
import { twoColumnQr, type TwoColumns } from './two-column-qr'

/** One swatch on a curve. */
export interface StrengthPoint {
  /** Dry ratio, g air-dry plant per g dry fibre, 0 or more. */
  ratio: number
  /** Strength above the bare fibre; may be negative. */
  strength: number
}

interface FitQuality {
  n: number
  /** Sum of squared residuals. */
  residualSs: number
  /** Residual standard deviation with n - p degrees of freedom; null where none are left. */
  residualSd: number | null
}

/** The points bend: a curve with a ceiling. */
export interface BentFit extends SaturationCurve, FitQuality {
  kind: 'bent'
  /** Standard errors from the Jacobian; null where no degree of freedom is left. */
  ceilingSe: number | null
  scaleSe: number | null
  /** Correlation of the two estimates. */
  correlation: number
  converged: boolean
  iterations: number
}

/** No bend in these data: a ceiling cannot be told, only a slope (strength per unit of ratio). */
interface StraightFit extends FitQuality {
  kind: 'straight'
  slope: number
  slopeSe: number | null
}

/** No rise in these data: all ratios tried give about the same strength. */
interface FlatFit extends FitQuality {
  kind: 'flat'
  level: number
  levelSe: number | null
}

export type LeastSquaresFit = BentFit | StraightFit | FlatFit

/** Bends looked for, from far below the least ratio tried to far above the greatest. */
const SCALE_BELOW_LEAST = 1 / 30
const SCALE_ABOVE_GREATEST = 100
const GRID_STEPS_PER_E = 1
const MAX_ITERATIONS = 60
const SMALLEST_LENGTH = 1e-6
const CONVERGED_CHANGE = 1e-9

/**
 * Least-squares curve of strength against dry ratio, through the origin.
 *
 * For a given scale the best ceiling is linear, so a scan over log(scale) finds the valley of
 * the true minimum from anywhere; Gauss-Newton with step halving then goes to machine precision,
 * its two-column systems solved by orthogonal steps (normal equations would lose half the
 * digits). Where the valley lies beyond the scan the data do not bend, or do not rise, and the
 * answer says so instead of naming a runaway ceiling.
 *
 * @param points at least two different ratios above 0
 * @throws InputError for unusable numbers or too few ratios
 * Source: Golub & Pereyra 1973 (variable projection); standard errors as in Bates & Watts 1988,
 * s^2 (J'J)^-1 at the minimum. Checked against NIST StRD Misra1a and Misra1d.
 */
export function fitLeastSquares(
  points: readonly StrengthPoint[],
  model: CurveModel,
): LeastSquaresFit {
  const { ratios, strengths } = checkedPoints(points)
  const positiveRatios = ratios.filter((ratio) => ratio > 0)
  const valley = scanScales(ratios, strengths, model, {
    from: Math.min(...positiveRatios) * SCALE_BELOW_LEAST,
    to: Math.max(...positiveRatios) * SCALE_ABOVE_GREATEST,
  })
  if (valley === 'above') return fitStraight(ratios, strengths)
  if (valley === 'below') return fitFlat(strengths)
  return polish(ratios, strengths, model, valley)
}

/** The better of the two shapes by residual; a bent one is preferred to a straight or flat one. */
export function fitBetterShape(points: readonly StrengthPoint[]): LeastSquaresFit {
  const exponential = fitLeastSquares(points, 'exponential')
  const hyperbolic = fitLeastSquares(points, 'hyperbolic')
  if (hyperbolic.kind !== 'bent') return exponential
  if (exponential.kind !== 'bent') return hyperbolic
  return hyperbolic.residualSs < exponential.residualSs ? hyperbolic : exponential
}

function checkedPoints(points: readonly StrengthPoint[]) {
  const ratios = points.map((point, i) => notNegative(point.ratio, `/points/${i}/ratio`))
  const strengths = points.map((point, i) => finite(point.strength, `/points/${i}/strength`))
  const different = new Set(ratios.filter((ratio) => ratio > 0)).size
  if (different < 2) {
    throw new InputError(
      `points must hold at least two different ratios above 0; got ${different}`,
      '/points',
    )
  }
  return { ratios, strengths }
}

/** The scale at the bottom of the valley on a grid, or on which side of the grid it lies. */
function scanScales(
  ratios: number[],
  strengths: number[],
  model: CurveModel,
  { from, to }: { from: number; to: number },
): number | 'below' | 'above' {
  const steps = Math.ceil(Math.log(to / from) * GRID_STEPS_PER_E)
  let best = 0
  let bestSs = Infinity
  for (let k = 0; k <= steps; k++) {
    const ss = projectedSs(ratios, strengths, model, from * (to / from) ** (k / steps))
    if (ss < bestSs) [best, bestSs] = [k, ss]
  }
  if (best === 0) return 'below'
  if (best === steps) return 'above'
  return from * (to / from) ** (best / steps)
}

/**
 * Residual sum of squares at a scale, with the ceiling that suits it best; without end where that
 * ceiling would lie below nothing.
 */
function projectedSs(
  ratios: number[],
  strengths: number[],
  model: CurveModel,
  scale: number,
): number {
  const shape = SHAPES[model]
  const ceiling = bestCeiling(ratios, strengths, model, scale)
  if (!(ceiling > 0)) return Infinity
  let ss = 0
  for (let i = 0; i < ratios.length; i++) {
    ss += (strengths[i]! - ceiling * shape.share(ratios[i]!, scale)) ** 2
  }
  return ss
}

function bestCeiling(ratios: number[], strengths: number[], model: CurveModel, scale: number) {
  const shape = SHAPES[model]
  let across = 0
  let along = 0
  for (let i = 0; i < ratios.length; i++) {
    const share = shape.share(ratios[i]!, scale)
    across += share * strengths[i]!
    along += share * share
  }
  return across / along
}

interface Linearised extends TwoColumns {
  residuals: number[]
  ss: number
}

/** Residuals and the derivatives of the curve against the ceiling and log(scale). */
function residualsAt(
  ratios: number[],
  strengths: number[],
  model: CurveModel,
  ceiling: number,
  scale: number,
): Linearised {
  const shape = SHAPES[model]
  const residuals: number[] = []
  const first: number[] = []
  const second: number[] = []
  let ss = 0
  for (let i = 0; i < ratios.length; i++) {
    const share = shape.share(ratios[i]!, scale)
    const residual = strengths[i]! - ceiling * share
    residuals.push(residual)
    first.push(share)
    second.push(ceiling * shape.perLogScale(share, ratios[i]!, scale))
    ss += residual * residual
  }
  return { residuals, first, second, ss }
}

function polish(
  ratios: number[],
  strengths: number[],
  model: CurveModel,
  startScale: number,
): BentFit {
  const stateAt = (ceiling: number, scale: number) => ({
    ceiling,
    scale,
    there: residualsAt(ratios, strengths, model, ceiling, scale),
  })
  let {
    ceiling,
    scale,
    there: here,
  } = stateAt(bestCeiling(ratios, strengths, model, startScale), startScale)
  let converged = false
  let iterations = 0
  while (!converged && iterations < MAX_ITERATIONS) {
    iterations++
    const [dCeiling, dLogScale] = twoColumnQr(here).solve(here.residuals)
    const stepTo = (part: number) =>
      stateAt(ceiling + part * dCeiling, scale * Math.exp(part * dLogScale))
    const change = Math.max(Math.abs(dCeiling / ceiling), Math.abs(dLogScale))
    // Below this the sum of squares no longer tells a better point from a worse one.
    converged = change < CONVERGED_CHANGE
    let length = 1
    let step = stepTo(length)
    while (step.there.ss > here.ss && !converged && length > SMALLEST_LENGTH) {
      length /= 2
      step = stepTo(length)
    }
    if (step.there.ss > here.ss && !converged) break
    ;({ ceiling, scale, there: here } = step)
  }
  const n = ratios.length
  const residualSd = n > 2 ? Math.sqrt(here.ss / (n - 2)) : null
  const { unitSe, correlation } = twoColumnQr(here)
  return {
    kind: 'bent',
    model,
    ceiling,
    scale,
    ceilingSe: residualSd === null ? null : residualSd * unitSe[0],
    // d scale = scale * d log(scale), to first order as all such standard errors
    scaleSe: residualSd === null ? null : residualSd * unitSe[1] * scale,
    correlation,
    residualSs: here.ss,
    residualSd,
    n,
    converged,
    iterations,
  }
}

function fitStraight(ratios: number[], strengths: number[]): StraightFit {
  const along = ratios.reduce((sum, r) => sum + r * r, 0)
  const slope = ratios.reduce((sum, r, i) => sum + r * strengths[i]!, 0) / along
  const quality = qualityOf(strengths.map((s, i) => s - slope * ratios[i]!))
  const { residualSd } = quality
  return {
    kind: 'straight',
    slope,
    slopeSe: residualSd === null ? null : residualSd / Math.sqrt(along),
    ...quality,
  }
}

function fitFlat(strengths: number[]): FlatFit {
  const level = strengths.reduce((sum, s) => sum + s, 0) / strengths.length
  const quality = qualityOf(strengths.map((s) => s - level))
  const { residualSd, n } = quality
  return {
    kind: 'flat',
    level,
    levelSe: residualSd === null ? null : residualSd / Math.sqrt(n),
    ...quality,
  }
}

/** Of a fit with one parameter. */
function qualityOf(residuals: number[]): FitQuality {
  const n = residuals.length
  const residualSs = residuals.reduce((sum, e) => sum + e * e, 0)
  return { n, residualSs, residualSd: n > 1 ? Math.sqrt(residualSs / (n - 1)) : null }
}
