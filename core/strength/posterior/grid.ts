import { rollup, sum } from 'd3-array'
import { CURVE_SHAPES, SHAPES, type CurveShape } from '../saturation'
import { cellPosterior, type CellPosterior } from './cell'
import { evidenceBound } from './evidence-bound'
import { summariseLot } from './lot-summary'
import { logNormalDensity } from './normal'
import type { Observation, Observations } from './observations'
import { SHAPE_FACTORS, type Prior } from './priors'

/** One cell of the grid, with its share of the posterior. */
export interface Cell extends Omit<CellPosterior, 'logEvidence'> {
  model: CurveShape
  logScale: number
  /** Width of the cell on log scale: draws are spread over it. */
  logScaleWidth: number
  logErrorSd: number
  lotSd: number
  /** Share of the posterior, summing to 1 over all cells. */
  share: number
  /** Where all is estimated: how log P follows from that of the estimates. */
  ofEstimates?: { priorMean: number; shrinkage: number; variance: number }
}

/** A grid, and the log of its whole evidence: how probable the prior makes these swatches. */
export interface Grid {
  cells: Cell[]
  logEvidence: number
}

export interface GridOptions {
  /** Index of the lot whose level is asked for, or -1. */
  lot?: number
  /** Shapes to average over. */
  models?: readonly CurveShape[]
}

interface Axis {
  from: number
  to: number
  steps: number
}

interface Axes {
  logScale: Axis
  logErrorSd: Axis
  lotSd: Axis
}

const PRIOR_REACH = 3.2
const COARSE = { logScale: 12, logErrorSd: 3, lotSd: 3 }
const FINE = { logScale: 16, logErrorSd: 4, lotSd: 4 }
/** Of the coarse grid, cells below this share of the best do not widen the fine one. */
const NEGLIGIBLE = 1e-4
/** With so many, the coarse grid is too coarse to weigh one shape against another. */
const MANY = 30
/** Cells so far below the best, in log, are left out: all of them together would not be drawn once. */
const NEVER_DRAWN = 20
/** So few swatches narrow nothing: one grid over the reach of the prior is enough. */
const FEW = 3

/** Middles of equal steps over an axis. */
function middles({ from, to, steps }: Axis): number[] {
  const width = (to - from) / steps
  return Array.from({ length: steps }, (_, i) => from + (i + 0.5) * width)
}

/**
 * The posterior over shape, log scale, log error SD and lot SD, on an even grid.
 *
 * A coarse grid over the reach of the prior finds where the mass lies; where swatches have
 * narrowed that, a finer grid covers only it, and only shapes that may have made them.
 */
export function posteriorGrid(
  observations: Observations,
  prior: Prior,
  { lot = -1, models = CURVE_SHAPES }: GridOptions = {},
): Grid {
  const cells = (axes: Axes) => cellsOn(axes, observations, prior, { lot, models })
  if (observations.n <= FEW) return cells(axesOf(prior, FINE))
  const coarse = axesOf(prior, COARSE)
  const { cells: found } = cells(coarse)
  const likely = observations.n > MANY ? models : likelyModels(found, models)
  const fine = cellsOn(narrowed(coarse, found), observations, prior, { lot, models: likely })
  // each shape had its share of the prior, the unlikely ones too
  return { ...fine, logEvidence: fine.logEvidence + Math.log(likely.length / models.length) }
}

/** Shapes that fit so much worse that no draw would fall on them are not computed again. */
function likelyModels(cells: readonly Cell[], models: readonly CurveShape[]): CurveShape[] {
  const shares = rollup(
    cells,
    (some) => sum(some, ({ share }) => share),
    ({ model }) => model,
  )
  return models.filter((model) => (shares.get(model) ?? 0) > NEGLIGIBLE)
}

function axesOf(prior: Prior, steps: typeof COARSE): Axes {
  const reach = (centre: number, sd: number) => ({
    from: centre - PRIOR_REACH * sd,
    to: centre + PRIOR_REACH * sd,
  })
  return {
    logScale: { ...reach(Math.log(prior.scale), prior.scaleLogSd), steps: steps.logScale },
    logErrorSd: {
      ...reach(Math.log(prior.errorSd), prior.errorLogSd * 0.8),
      steps: steps.logErrorSd,
    },
    lotSd: { from: 0, to: 3 * prior.lotSd, steps: steps.lotSd },
  }
}

function narrowed(axes: Axes, cells: Cell[]): Axes {
  const most = Math.max(...cells.map(({ share }) => share))
  const kept = cells.filter(({ share }) => share > most * NEGLIGIBLE)
  const around = (axis: Axis, values: number[], steps: number): Axis => {
    const half = (axis.to - axis.from) / axis.steps / 2
    const from = Math.max(axis.from, Math.min(...values) - half)
    const to = Math.min(axis.to, Math.max(...values) + half)
    return { from, to, steps }
  }
  return {
    logScale: around(
      axes.logScale,
      kept.map(({ logScale, model }) => logScale - Math.log(SHAPE_FACTORS[model].scale)),
      FINE.logScale,
    ),
    logErrorSd: around(
      axes.logErrorSd,
      kept.map(({ logErrorSd }) => logErrorSd),
      FINE.logErrorSd,
    ),
    lotSd: around(
      axes.lotSd,
      kept.map(({ lotSd }) => lotSd),
      FINE.lotSd,
    ),
  }
}

function cellsOn(
  axes: Axes,
  observations: Observations,
  prior: Prior,
  { lot, models }: Required<GridOptions>,
): Grid {
  const measured = observations.lots.flatMap(({ swatches }) => swatches)
  const bound = evidenceBound(observations)
  const errorSds = middles(axes.logErrorSd)
  const lotSds = middles(axes.lotSd)
  const logScaleWidth = (axes.logScale.to - axes.logScale.from) / axes.logScale.steps
  const cells: (Cell & { log: number })[] = []
  let most = -Infinity
  for (const model of models) {
    const shift = Math.log(SHAPE_FACTORS[model].scale)
    const priorMean = Math.log(prior.ceiling * SHAPE_FACTORS[model].ceiling)
    for (const centred of middles(axes.logScale)) {
      const logScale = centred + shift
      const scale = Math.exp(logScale)
      const logShareAt = ({ ratio }: { ratio: number }) =>
        Math.log(SHAPES[model].share(ratio, scale))
      const slopeAt = ({ ratio, ratioErrorSd }: Observation) =>
        ratioErrorSd === 0 ? 0 : ratioErrorSd * SHAPES[model].elasticity(ratio, scale)
      const logShares = measured.map(logShareAt)
      const slopes = measured.map(slopeAt)
      const censored = observations.censored.map(logShareAt)
      const censoredSlopes = observations.censored.map(slopeAt)
      const scaleDensity = logNormalDensity(centred - Math.log(prior.scale), prior.scaleLogSd ** 2)
      for (const logErrorSd of errorSds) {
        const errorVariance = Math.exp(2 * logErrorSd)
        const errorDensity = logNormalDensity(
          logErrorSd - Math.log(prior.errorSd),
          prior.errorLogSd ** 2,
        )
        const sure = scaleDensity + errorDensity + logNormalDensity(0, prior.lotSd ** 2)
        if (sure + bound(logShares, errorVariance) < most - NEVER_DRAWN) continue
        let begin = 0
        const lots = observations.lots.map(({ swatches }) => {
          const summary = summariseLot(swatches, logShares, slopes, begin, errorVariance)
          begin += swatches.length
          return summary
        })
        for (const lotSd of lotSds) {
          const cell = cellPosterior(lots, observations.censored, censored, censoredSlopes, {
            errorVariance,
            lotVariance: lotSd ** 2,
            priorMean,
            priorVariance: prior.ceilingLogSd ** 2,
            lot,
          })
          const log =
            scaleDensity +
            errorDensity +
            logNormalDensity(lotSd, prior.lotSd ** 2) +
            cell.logEvidence
          if (log < most - NEVER_DRAWN) continue
          most = Math.max(most, log)
          // written out: spreading thousands of these took longer than computing them
          cells.push({
            model,
            logScale,
            logScaleWidth,
            logErrorSd,
            lotSd,
            share: 0,
            log,
            mean: cell.mean,
            variance: cell.variance,
            levelMean: cell.levelMean,
            levelVariance: cell.levelVariance,
          })
        }
      }
    }
  }
  let total = 0
  for (const cell of cells) total += cell.share = Math.exp(cell.log - most)
  for (const cell of cells) cell.share /= total
  const width = (logScaleWidth * (axes.logErrorSd.to - axes.logErrorSd.from)) / errorSds.length
  const lotWidth = (axes.lotSd.to - axes.lotSd.from) / lotSds.length
  // the lot SD is half a normal, and each shape has its share of the prior
  const priorShare = 2 / models.length
  return { cells, logEvidence: most + Math.log(total * width * lotWidth * priorShare) }
}
