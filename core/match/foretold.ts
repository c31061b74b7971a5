import { group, median, sort } from 'd3-array'
import { deltaE2000 } from '../colour/screen-colour'
import type { Lab } from '../colour/tristimulus'
import type { CurveJob } from '../strength/curve-job'
import { quantile } from '../strength/posterior/draws'
import { TAKES_FROM } from '../strength/posterior/describe-posterior'
import { foreteller } from './chance'
import { matchPosterior, matchSwatches, NEXT_PIECE_SHARES, type MatchSwatch } from './dye-of-curve'
import type { MatchDye } from './dye'
import { hueResiduals, hueSpreads, unitOf, type HueResiduals } from './hue-spread'
import { overdyeUptake } from './overdye-uptake'
import { THOUGHT_PIECES } from './spread-points'

/** A swatch as it was foretold by all others but those of its own pot, and as it came. */
export interface ForetoldSwatch {
  /** Its place among the swatches of its curve. */
  index: number
  foretold: Lab
  came: Lab
  /** CIEDE2000 between the two. */
  miss: number
  /** CIEDE2000 within which it was promised, nine times in ten. */
  promised: number
}

/** How well a log has foretold its own swatches. */
export interface Foretelling {
  n: number
  /** CIEDE2000: half came nearer; null without any. */
  medianMiss: number | null
  /** CIEDE2000 that nine in ten came within. */
  mostMiss: number | null
  /** Share of them that came within what was promised nine times in ten. */
  held: number | null
}

/** Pots of a curve that are left out in turn, newest first: each costs a curve of its own. */
const MOST_POTS = 12

/**
 * Foretells swatches of a curve from the others, pot by pot: pieces of one pot are no proof of each
 * other. Where nothing is left to foretell from, none is.
 *
 * @param others residuals of the log's other curves, which say how hues turn
 */
export function foretellCurve(job: CurveJob, others: readonly HueResiduals[]): ForetoldSwatch[] {
  const swatches = matchSwatches(job.swatches).map((swatch, index) => ({ ...swatch, index }))
  const pots = [...group(swatches, ({ point, index }) => point.pot ?? `#${index}`).values()]
  return pots.slice(-MOST_POTS).flatMap((pot) => {
    const rest = swatches.filter((swatch) => !pot.includes(swatch))
    return foretellFrom(rest, pot, job, others)
  })
}

function foretellFrom(
  rest: readonly MatchSwatch[],
  pot: readonly (MatchSwatch & { index: number })[],
  job: CurveJob,
  others: readonly HueResiduals[],
): ForetoldSwatch[] {
  const unit = unitOf(rest)
  if (!unit) return []
  const posterior = matchPosterior(rest, job)
  if (posterior.uptakeProbability < TAKES_FROM) return []
  const hue = hueResiduals(rest)
  const hues = hueSpreads([hue, ...others]).slice(0, 1)
  return pot.flatMap(({ index, point: { ratio }, bare, lab, errorDe }) => {
    if (ratio <= 0) return []
    const dye: MatchDye = {
      id: '',
      unit,
      bare,
      ratios: [ratio],
      pieces: [posterior.nextPiece(ratio, NEXT_PIECE_SHARES)],
      hue,
      bath: 1,
      n: rest.length,
      lots: 0,
    }
    const colours = foreteller({ dyes: [dye], hues, uptake: overdyeUptake([]) })
    const recipe = [{ dye: 0, ratioIndex: 0 }] as const
    const foretold = colours.middleLab(recipe)
    const misses = new Float64Array(THOUGHT_PIECES)
    colours.eachPiece(recipe, errorDe, (piece, k) => (misses[k] = deltaE2000(foretold, piece)))
    return {
      index,
      foretold,
      came: lab,
      miss: deltaE2000(foretold, lab),
      promised: quantile(misses.sort(), 0.9),
    }
  })
}

/** What swatches foretold in turn say together. */
export function foretelling(
  swatches: readonly Pick<ForetoldSwatch, 'miss' | 'promised'>[],
): Foretelling {
  const misses = Float64Array.from(sort(swatches.map(({ miss }) => miss)))
  const n = misses.length
  return {
    n,
    medianMiss: median(misses) ?? null,
    mostMiss: n > 0 ? quantile(misses, 0.9) : null,
    held: n > 0 ? swatches.filter(({ miss, promised }) => miss <= promised).length / n : null,
  }
}
