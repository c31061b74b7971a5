import { deviation, mean } from 'd3-array'
import { drawCurves } from './draws'
import { posteriorCells } from './posterior-cells'
import {
  expectedShare,
  priorFor,
  SHAPE_FACTORS,
  type ConditionKey,
  type NearCurve,
  type Prior,
  type PriorContext,
} from './priors'
import { present } from '../../present'

/**
 * How far curves of one source lie apart where one condition differs: SD of the logarithms of
 * ceiling and scale. From memory.
 */
export const APART: Record<ConditionKey, { ceiling: number; scale: number }> = {
  fibre: { ceiling: 0.3, scale: 0.25 },
  way: { ceiling: 0.35, scale: 0.35 },
  ph: { ceiling: 0.4, scale: 0.3 },
  mordant: { ceiling: 0.5, scale: 0.35 },
  // ground stuff gives up its colour at other ratios, not so much another colour
  stuff: { ceiling: 0.3, scale: 0.6 },
}

/**
 * The prior of a curve: what is usual for its kind, or, where the same source has swatches on near
 * conditions, what those say, widened by how far such conditions lie apart.
 */
export function priorOf(context: PriorContext): Prior {
  const own = priorFor(context)
  return context.near ? borrowed(own, context.near, expectedShare(context)) : own
}

function borrowed(own: Prior, { points, context, differs }: NearCurve, share: number): Prior {
  const draws = drawCurves(posteriorCells(points, priorFor(context)).cells, false)
  // told in the exponential shape's terms, as a prior is
  const logs = (key: 'ceiling' | 'scale') =>
    draws.map((draw) => Math.log(draw[key] / SHAPE_FACTORS[draw.model][key]))
  const [ceilings, scales] = [logs('ceiling'), logs('scale')]
  const shift = share / expectedShare(context)
  const apart = (key: 'ceiling' | 'scale') => Math.hypot(...differs.map((each) => APART[each][key]))
  // never surer than the near curve is, and never less sure than with nothing to lean on
  const spread = (values: readonly number[], key: 'ceiling' | 'scale', most: number) =>
    Math.min(most, Math.hypot(present(deviation(values)), apart(key)))
  return {
    ...own,
    ceiling: Math.exp(present(mean(ceilings))) * shift,
    ceilingLogSd: spread(ceilings, 'ceiling', own.ceilingLogSd),
    scale: Math.exp(present(mean(scales))),
    scaleLogSd: spread(scales, 'scale', own.scaleLogSd),
  }
}
