import { finite, notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import { formatNumber } from '../quantity/format-quantity'
import { amountOf, chemistryOf, type PhAgent } from './additions'
import { possibleBaths, type PossibleBath } from './unknown-bath'
import { last } from '../present'

export interface DoseQuestion {
  waterL: number
  agent: PhAgent
  form?: string
  /** Mass of the agent that had gone in, in all, and the pH then read; the first may be 0 g. */
  readings: readonly { totalMassG: number; ph: number }[]
  target: number
  /** pH that must not be passed, on the far side of the target. */
  cap: number
  /** SD of one reading: of a probe, a fine or a coarse strip. Default: a fine one. */
  readingSd?: number
}

export interface DoseAdvice {
  /** 0 where `stop`. */
  nextMassG: number
  /** pH to expect after it (now, where it is 0), with the interval that holds it nine in ten. */
  expectedPh: number
  low: number
  high: number
  stop: boolean
  text: string
}

/** A target nearer to the cap than this cannot be aimed at with strips. */
export const LEAST_ROOM = 0.3
/** Less cannot be weighed in a kitchen. */
const LEAST_DOSE_G = 0.005
/** A bath is learnt from its first three readings; so many doses may follow them. */
export const LEARNT_FROM = 3
export const MOST_DOSES = 6
/** Near enough to the target; what a reading cannot tell from it is near too. */
const NEAR = 0.3
const NEAR_SDS = 1.4
/** Chance of already being near at which another spoonful is not worth its risk. */
const NEAR_ENOUGH = 0.85
/** Never more than this share of the way that could pass the cap. */
const SHARE_OF_WAY = 0.5

/** How far a dose may go; shares of the baths that may be. */
interface DoseLimits {
  /** That a dose may bring to the target or past it. */
  aim: number
  /** And past what is near it: without a way back, a spoonful too much is worse than one more look. */
  overshoot: number
  /** That are left out of "the way that could pass the cap". */
  couldPass: number
  /** That would pass the cap. */
  risk: number
}

const CAREFUL: DoseLimits = { aim: 0.4, overshoot: 0.02, couldPass: 0.15, risk: 0.001 }
/** A strip that tells half a pH learns nothing from small doses: fewer and larger ones, as dyers do. */
const COARSE: DoseLimits = { aim: 0.5, overshoot: 0.1, couldPass: 0.3, risk: 0.005 }
const COARSE_FROM_SD = 0.3

/**
 * The next dose towards a pH, from the bath's own answers.
 *
 * All baths that the readings may come from are weighed (`possibleBaths`). The dose is the one that
 * brings most of them near the target, hardly any past what is near it, and never more than half of the way that could pass the
 * cap in the worst bath still likely. Dose, stir, cool a spoonful, read, ask again; six
 * doses after the first three readings it stops in any case.
 *
 * @throws InputError for a target not at least 0.3 short of the cap, or readings out of range
 */
export function nextDose(question: DoseQuestion): DoseAdvice {
  const { waterL, agent, form, readings, target, cap } = question
  checkQuestion(question)
  const molPerG = amountOf({ agent, form, massG: 1 }).mol
  const gramsPerMolL = waterL / molPerG
  const baths = possibleBaths(
    agent,
    readings.map(({ totalMassG, ph }) => ({ doseMolL: totalMassG / gramsPerMolL, ph })),
    question.readingSd,
  )
  const givenMolL = Math.max(...readings.map(({ totalMassG }) => totalMassG)) / gramsPerMolL
  const rises = cap > target
  const now = phAfter(baths, givenMolL)
  const within = Math.max(NEAR, NEAR_SDS * (question.readingSd ?? 0))
  const near = nearness(now, target, within)
  const answer = (stop: boolean, massG: number, words: string): DoseAdvice => {
    const after = massG > 0 ? phAfter(baths, givenMolL + massG / gramsPerMolL) : now
    const { mid, low, high } = quantiles(after)
    return { nextMassG: massG, expectedPh: mid, low, high, stop, text: words }
  }
  const middle = quantiles(now).mid
  const reading = `about ${formatNumber(middle, 2)}`
  if (rises ? middle >= cap : middle <= cap) {
    return answer(true, 0, `Stop: the bath stands at ${reading}, at or past the cap of ${cap}.`)
  }
  if (readings.length >= LEARNT_FROM + MOST_DOSES) {
    return answer(
      true,
      0,
      `Stop after ${readings.length - 1} looks: the bath stands at ${reading}.`,
    )
  }
  const limits = (question.readingSd ?? 0) >= COARSE_FROM_SD ? COARSE : CAREFUL
  const dose = bestDose(baths, givenMolL, { target, cap, within, ...limits })
  if (near >= NEAR_ENOUGH && dose.share <= near) {
    return answer(true, 0, `Stop: the bath stands at ${reading}, near ${target}.`)
  }
  if (!(dose.molL * gramsPerMolL > LEAST_DOSE_G) || (rises ? middle >= target : middle <= target)) {
    return answer(
      false,
      0,
      `It stands at ${reading}, but not for sure: cool a spoonful and read again.`,
    )
  }
  const massG = roundedDown(dose.molL * gramsPerMolL)
  return answer(
    false,
    massG,
    `Stir in ${formatNumber(massG)} g, wait, cool a spoonful and read it. Never past ${cap}.`,
  )
}

/** Of the doses that are safe, the one after which most baths are near the target. */
function bestDose(
  baths: readonly PossibleBath[],
  givenMolL: number,
  {
    target,
    cap,
    within,
    aim,
    overshoot,
    couldPass,
    risk,
  }: DoseLimits & { target: number; cap: number; within: number },
): { molL: number; share: number } {
  const doses = (ph: number) =>
    quantileOf(baths.map((bath) => [bath.doseFor(ph) - givenMolL, bath.weight]))
  const toCap = doses(cap)
  const room = Math.min(SHARE_OF_WAY * toCap(couldPass), toCap(risk))
  const rises = cap > target
  const notPast = doses(rises ? Math.min(cap, target + within) : Math.max(cap, target - within))(
    overshoot,
  )
  const most = Math.max(0, Math.min(room, notPast, doses(target)(aim)))
  return { molL: most, share: nearness(phAfter(baths, givenMolL + most), target, within) }
}

type Weighted = [value: number, weight: number]

const phAfter = (baths: readonly PossibleBath[], doseMolL: number): Weighted[] =>
  baths.map((bath) => [bath.phAt(doseMolL), bath.weight])

const nearness = (phs: readonly Weighted[], target: number, within: number) =>
  phs.reduce((sum, [ph, weight]) => sum + (Math.abs(ph - target) <= within ? weight : 0), 0)

function quantiles(values: readonly Weighted[]) {
  const at = quantileOf(values)
  return { mid: at(0.5), low: at(0.05), high: at(0.95) }
}

/** Quantiles of weighted values, sorted once. */
function quantileOf(values: readonly Weighted[]): (p: number) => number {
  const sorted = [...values].sort((a, b) => a[0] - b[0])
  return (p) => {
    let passed = 0
    return (sorted.find(([, weight]) => (passed += weight) >= p) ?? last(sorted))[0]
  }
}

/** Two figures are enough for a scale, and never more than was computed. */
function roundedDown(massG: number): number {
  const unit = 10 ** (Math.floor(Math.log10(massG)) - 1)
  return Number((Math.floor(massG / unit + 1e-9) * unit).toPrecision(2))
}

function checkQuestion({ waterL, agent, readings, target, cap }: DoseQuestion) {
  positive(waterL, '/waterL', 'L')
  const inScale = (value: number, pointer: string) => {
    const ph = finite(value, pointer)
    if (ph < 0 || ph > 14) {
      throw new InputError(`${pointer.split('/').pop()} must be from 0 to 14; got ${ph}`, pointer)
    }
    return ph
  }
  inScale(target, '/target')
  inScale(cap, '/cap')
  if (Math.abs(cap - target) < LEAST_ROOM - 1e-9) {
    throw new InputError(
      `target must stand at least ${LEAST_ROOM} short of the cap (${cap}); got ${target}`,
      '/target',
    )
  }
  if (readings.length === 0) {
    throw new InputError('readings must hold at least one reading; got none', '/readings')
  }
  readings.forEach(({ totalMassG, ph }, i) => {
    notNegative(totalMassG, `/readings/${i}/totalMassG`, 'g')
    inScale(ph, `/readings/${i}/ph`)
    if (i > 0 && totalMassG < readings[i - 1]!.totalMassG) {
      throw new InputError(
        `totalMassG must not fall from one reading to the next: it is all that went in so far; got ${totalMassG} after ${readings[i - 1]!.totalMassG}`,
        `/readings/${i}/totalMassG`,
      )
    }
  })
  const { moves } = chemistryOf(agent)
  if (moves === null) {
    throw new InputError(`agent must move the pH; got ${agent}`, '/agent')
  }
  if ((moves === 'up') !== cap > target) {
    throw new InputError(
      `cap must lie beyond the target in the direction ${agent} moves the pH (${moves}); got a target of ${target} and a cap of ${cap}`,
      '/cap',
    )
  }
}
