import { deltaE2000 } from '../colour/screen-colour'
import { kOverSOf } from '../colour/kubelka-munk'
import type { Lab } from '../colour/tristimulus'
import { InputError } from '../input-error'
import { middleStrength, type MatchDye } from './dye'
import { labOfKOverS, mixedKOverS } from './mixing'

/** One piece of a row from pale to deep. */
export interface Shade {
  strength: number
  /** Dry ratio that gives it, alone in its bath. */
  ratioDry: number
  lab: Lab
  /** CIEDE2000 from the one before; null for the palest. */
  step: number | null
}

const MOST_SHADES = 24
/** Searches halve an interval so often: to a hundred-thousandth of it. */
const HALVINGS = 44

/**
 * Pieces of one dye from pale to deep, each as far from the one before to the eye: equal steps of
 * CIEDE2000 along the middle of its curve.
 *
 * @param count pieces, 2 to 24
 * @param range dry ratios of the palest and the deepest, within what was tried
 * @throws InputError for a count or a range that is none
 */
export function equalShades(
  dye: MatchDye,
  count: number,
  { from, to }: { from: number; to: number },
): Shade[] {
  if (!Number.isInteger(count) || count < 2 || count > MOST_SHADES) {
    throw new InputError(
      `count must be a whole number from 2 to ${MOST_SHADES}; got ${count}`,
      '/count',
    )
  }
  if (!(from > 0 && from < to)) {
    throw new InputError(`from must be above 0 and below to; got ${from} and ${to}`, '/from')
  }
  const bareKs = kOverSOf(dye.bare)
  const labAt = (strength: number) => labOfKOverS(mixedKOverS(bareKs, { unit: dye.unit, strength }))
  const [palest, deepest] = [strengthAtRatio(dye, from), strengthAtRatio(dye, to)]

  /** The deeper strength that lies a step from one; past the deepest where none does. */
  function stepFrom(strength: number, step: number): number {
    const lab = labAt(strength)
    if (deltaE2000(lab, labAt(deepest)) < step) return Infinity
    return bisected(strength, deepest, (s) => deltaE2000(lab, labAt(s)) >= step)
  }
  /** Strengths by steps of a size: as many as are wanted, or endless past the deepest. */
  const rowOf = (step: number): number[] => {
    const row = [palest]
    for (let i = 1; i < count - 1; i++) row.push(stepFrom(row.at(-1)!, step))
    return row
  }
  /** Whether what is left to the deepest, after all others, is no more than a step. */
  const isLargeEnough = (step: number) => {
    const last = rowOf(step).at(-1)!
    return last === Infinity || deltaE2000(labAt(last), labAt(deepest)) <= step
  }
  const whole = deltaE2000(labAt(palest), labAt(deepest))
  const step = bisected(0, whole + 1, isLargeEnough)
  const row = [...rowOf(step).map((s) => Math.min(s, deepest)), deepest]
  return row.map((strength, i) => {
    const lab = labAt(strength)
    return {
      strength,
      ratioDry: ratioAtStrength(dye, strength),
      lab,
      step: i === 0 ? null : deltaE2000(labAt(row[i - 1]!), lab),
    }
  })
}

/** The least value from which on something is true. */
function bisected(low: number, high: number, isTrue: (value: number) => boolean): number {
  let [from, to] = [low, high]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (from + to) / 2
    if (isTrue(middle)) to = middle
    else from = middle
  }
  return to
}

/** Strength in the middle at any ratio, between those of the list linear on log ratio. */
export function strengthAtRatio(dye: MatchDye, ratioDry: number): number {
  const { ratios } = dye
  const above = ratios.findIndex((ratio) => ratio >= ratioDry)
  if (above < 0) return middleStrength(dye, ratios.length - 1)
  if (above === 0) return (middleStrength(dye, 0) * ratioDry) / ratios[0]!
  const share =
    Math.log(ratioDry / ratios[above - 1]!) / Math.log(ratios[above]! / ratios[above - 1]!)
  const [a, b] = [middleStrength(dye, above - 1), middleStrength(dye, above)]
  return a + share * (b - a)
}

/** The ratio that gives a strength in the middle; the last of the list beyond it. */
export function ratioAtStrength(dye: MatchDye, strength: number): number {
  const { ratios } = dye
  const last = ratios.length - 1
  if (strength >= middleStrength(dye, last)) return ratios[last]!
  return bisected(0, ratios[last]!, (ratio) => strengthAtRatio(dye, ratio) >= strength)
}

/**
 * Minutes after which pieces of one bath are pulled, each to its shade: a bath gives most at first,
 * as `1 - exp(-t / T)`, and the deepest stays to the end.
 *
 * @param wholeMin minutes that the deepest stays in
 * @param timeConstantMin T
 */
export function pullTimes(
  shades: readonly Shade[],
  { wholeMin, timeConstantMin }: { wholeMin: number; timeConstantMin: number },
): number[] {
  const reached = 1 - Math.exp(-wholeMin / timeConstantMin)
  const deepest = Math.max(...shades.map(({ strength }) => strength))
  return shades.map(({ strength }) =>
    strength >= deepest
      ? wholeMin
      : -timeConstantMin * Math.log(1 - (reached * strength) / deepest),
  )
}

/** From memory: wool has taken two thirds of what it will after some twenty minutes of simmering. */
export const USUAL_TIME_CONSTANT_MIN = 18

/** What is done to the liquor before a bath of a row. */
export interface BathInTurn {
  shade: Shade
  /** Air-dry plant that goes in before it, g; of the first bath all of it. */
  addDryG: number
  /** Share of the liquor that is poured off before it, 0 to 1. */
  pourOff: number
}

/**
 * Baths in turn in one liquor, deepest first, each to its shade: as much plant is added, or liquor
 * poured off, as what is left lies from what is wanted.
 *
 * @param fibreG dry fibre of each bath, g
 * @param taken share of what is left that each bath takes, 0 to 1
 */
export function bathsInTurn(
  shades: readonly Shade[],
  { fibreG, taken }: { fibreG: number; taken: number },
): BathInTurn[] {
  let leftRatio = 0
  return [...shades].reverse().map((shade) => {
    const lacking = shade.ratioDry - leftRatio
    const bath = {
      shade,
      addDryG: Math.max(0, lacking) * fibreG,
      pourOff: lacking < 0 ? -lacking / leftRatio : 0,
    }
    leftRatio = shade.ratioDry * (1 - taken)
    return bath
  })
}
