import { posteriorGrid, type Cell, type Grid, type GridOptions } from './grid'
import {
  readObservations,
  type EstimateOffset,
  type Observations,
  type PosteriorPoint,
} from './observations'
import { SHAPE_FACTORS, type Prior } from './priors'
import { FIVE_POINT_NORMAL, THREE_POINT_NORMAL } from './quadrature'
import { first } from '../../present'

/**
 * The posterior of swatches some of which are estimated from colours.
 *
 * Estimates of one source are off together, by one unknown factor with a slope on depth. Where all
 * are estimates the factor is one more normal beside log P, in closed form; where some were measured
 * it is averaged over the points of a quadrature, as the slope always is, each weighted by how well
 * it explains the swatches. Taken as an error of each swatch by itself it would average out, and
 * twenty estimates would look as sure as twenty measurements.
 */
export function posteriorCells(
  points: readonly PosteriorPoint[],
  prior: Prior,
  options: GridOptions = {},
): Grid & { observations: Observations } {
  const observations = readObservations(points)
  const estimates = points.flatMap(({ estimate }) => estimate ?? [])
  if (estimates.length === 0) {
    return { observations, ...posteriorGrid(observations, prior, options) }
  }
  const off = first(estimates)
  const areAll = points.every(({ estimate, ratio }) => estimate || ratio === 0)
  // the prior of what would be estimated of it
  const seen = areAll
    ? { ...prior, ceilingLogSd: Math.hypot(prior.ceilingLogSd, off.logSd) }
    : prior
  const grids = offsetsOf(off, areAll).map(({ weight, ...each }) => {
    const { cells, logEvidence } = posteriorGrid(readObservations(points, each), seen, options)
    return { cells, log: logEvidence + Math.log(weight) }
  })
  const most = Math.max(...grids.map(({ log }) => log))
  const total = grids.reduce((sum, { log }) => sum + Math.exp(log - most), 0)
  const shrinkage = (prior.ceilingLogSd / seen.ceilingLogSd) ** 2
  const cells = grids.flatMap((grid) => {
    const share = Math.exp(grid.log - most) / total
    return grid.cells.map((cell): Cell => {
      const weighted = { ...cell, share: cell.share * share }
      if (!areAll) return weighted
      const priorMean = Math.log(prior.ceiling * SHAPE_FACTORS[cell.model].ceiling)
      return {
        ...weighted,
        ofEstimates: { priorMean, shrinkage, variance: shrinkage * off.logSd ** 2 },
      }
    })
  })
  return { observations, cells, logEvidence: most + Math.log(total) }
}

/** What estimates may be off, with weights that come to 1. */
function offsetsOf(
  { logSd, slopeSd }: NonNullable<PosteriorPoint['estimate']>,
  areAll: boolean,
): (EstimateOffset & { weight: number })[] {
  const logs = areAll ? [{ at: 0, weight: 1 }] : FIVE_POINT_NORMAL
  return logs.flatMap(({ at, weight }) => {
    // the slope's spread is told at the factor's middle alone: a grid more for each would be dear
    const slopes = at === 0 ? THREE_POINT_NORMAL : [{ at: 0, weight: 1 }]
    return slopes.map((slope) => ({
      log: at * logSd,
      slope: slope.at * slopeSd,
      weight: weight * slope.weight,
    }))
  })
}
