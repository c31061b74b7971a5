import { unitAbsorption } from '../strength/expected-colour'
import { group, median, sort } from 'd3-array'
import { deltaE2000 } from '../colour/screen-colour'
import type { Lab } from '../colour/tristimulus'
import type { CurveJob } from '../strength/curve-job'
import { quantile } from '../strength/posterior/draws'
import { takesNothing } from '../strength/posterior/describe-posterior'
import { foreteller } from './chance'
import { matchPosterior, matchSwatches, NEXT_PIECE_SHARES, type MatchSwatch } from './dye-of-curve'
import type { MatchDye } from './dye'
import { hueResiduals, hueSpreads, type HueResiduals } from './hue-spread'
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
  /** Share of them that came within what was promised nine times in ten, as promises are made now. */
  held: number | null
  /** What spreads are multiplied by: below 1 the log's swatches came nearer than its curves expect. */
  spreadFactor: number
}

/** A swatch by what it missed, and what was promised. */
type Miss = Pick<ForetoldSwatch, 'miss' | 'promised'>

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
  const unit = unitAbsorption(rest)
  if (!unit) return []
  const posterior = matchPosterior(rest, job)
  if (takesNothing(posterior)) return []
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
    const colours = foreteller({
      dyes: [dye],
      hues,
      uptake: overdyeUptake([]),
      spreadFactor: 1,
    })
    const recipe = [{ dye: 0, ratioIndex: 0 }] as const
    const foretold = colours.middleLab(recipe)
    const misses = new Float64Array(THOUGHT_PIECES)
    colours.eachPiece(recipe, errorDe, (piece, k) => (misses[k] = deltaE2000(foretold, piece)))
    return {
      index,
      foretold,
      came: lab,
      miss: deltaE2000(foretold, lab),
      promised: quantile(misses.sort(), PROMISED),
    }
  })
}

/**
 * What swatches foretold in turn say together. Each is held against what would have been promised
 * without it.
 */
export function foretelling(swatches: readonly Miss[]): Foretelling {
  const misses = Float64Array.from(sort(swatches.map(({ miss }) => miss)))
  const n = misses.length
  const factorWithout = factorsWithout(swatches)
  const held = swatches.filter(({ miss, promised }, i) => miss <= factorWithout(i) * promised)
  return {
    n,
    medianMiss: median(misses) ?? null,
    mostMiss: n > 0 ? quantile(misses, PROMISED) : null,
    held: n > 0 ? held.length / n : null,
    spreadFactor: spreadFactor(swatches),
  }
}

/** Promises are of nine in ten. */
const PROMISED = 0.9
/** Swatches that the curves' own spread counts for against the log's record: from memory. */
const OWN_SPREAD_WEIGHT = 10

/**
 * Misses as parts of what was promised, were promises just right: evenly over all chances, as the
 * distances of a flat normal scatter lie (Rayleigh), nine in ten of them below 1.
 */
const JUST_RIGHT = Array.from({ length: OWN_SPREAD_WEIGHT }, (_, i) => {
  const chance = Math.min(0.98, i / (OWN_SPREAD_WEIGHT - 1))
  return Math.sqrt(Math.log(1 - chance) / Math.log(1 - PROMISED))
})

/**
 * What spreads of colour are to be multiplied by, so that nine in ten of the log's own swatches lie
 * within what was promised of them; a log with few swatches is drawn towards 1.
 *
 * Source: the idea of split conformal prediction (Vovk, Gammerman & Shafer 2005), from memory; here
 * with the model's own distribution for a prior.
 */
export const spreadFactor = (swatches: readonly Miss[]): number =>
  quantile(ratiosOf(swatches), PROMISED)

const ratiosOf = (swatches: readonly Miss[]): Float64Array =>
  Float64Array.from([
    ...JUST_RIGHT,
    ...swatches.map(({ miss, promised }) => miss / promised),
  ]).sort()

/** The factor that all swatches but one would give. */
function factorsWithout(swatches: readonly Miss[]): (index: number) => number {
  const all = ratiosOf(swatches)
  return (index) => {
    const { miss, promised } = swatches[index]!
    const own = all.indexOf(miss / promised)
    return quantile(
      all.filter((_, i) => i !== own),
      PROMISED,
    )
  }
}
