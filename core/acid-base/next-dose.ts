import { formatNumber } from '../quantity/format-quantity'
import { amountOf, type PhAgent } from './additions'
import { limitsFor, type DoseLimits } from './dose-limits'
import { checkQuestion, type DoseQuestion, type LiquorState } from './dose-question'
import { possibleBaths, type BathState, type PossibleBath } from './unknown-bath'
import { last } from '../present'

export interface DoseAdvice {
  /** 0 where `stop`. */
  nextMassG: number
  /** pH to expect after it (now, where it is 0), with the interval that holds it nine in ten. */
  expectedPh: number
  low: number
  high: number
  stop: boolean
  /** Where it stands past the target, or past the cap: what brings it back, and its own cap. */
  back: { agent: PhAgent; cap: number } | null
  text: string
}

/** Less cannot be weighed in a kitchen. */
const LEAST_DOSE_G = 0.005
/** A bath is learnt from its first three readings; so many doses may follow them. */
export const LEARNT_FROM = 3
export const MOST_DOSES = 6
/** Near enough to the target; what a reading cannot tell from it is near too. */
const NEAR = 0.3
const NEAR_SDS = 1.4
/** Never more than this share of the way that could pass the cap. */
const SHARE_OF_WAY = 0.5

/** Chance of standing past what is near the target at which it is to be brought back. */
const OVERSHOT = 0.5

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
  const { waterL, agent, form, readings, target, cap, kept = 1 } = question
  checkQuestion(question)
  const molPerG = amountOf({ agent, form, massG: 1 }).mol
  const gramsPerMolL = waterL / molPerG
  const baths = possibleBaths(
    agent,
    readings.map((reading) => ({
      doseMolL: reading.totalMassG / gramsPerMolL,
      ph: reading.ph,
      ...stateOf(reading, waterL),
    })),
    question.readingSd,
    stateOf(question.now ?? last(readings), waterL),
  )
  const givenMolL = Math.max(...readings.map(({ totalMassG }) => totalMassG)) / gramsPerMolL
  const rises = cap > target
  const now = phAfter(baths, givenMolL)
  const within = Math.max(NEAR, NEAR_SDS * (question.readingSd ?? 0))
  const near = nearness(now, target, within)
  const answer = (stop: boolean, massG: number, words: string): DoseAdvice => {
    const after = massG > 0 ? phAfter(baths, givenMolL + massG / (gramsPerMolL * kept)) : now
    const { mid, low, high } = quantiles(after)
    return { nextMassG: massG, expectedPh: mid, low, high, stop, back: null, text: words }
  }
  const limits = limitsFor(question.readingSd)
  const leeway = limits.leeway * within
  const past = shareOf(now, (ph) => (rises ? ph - target : target - ph) > leeway)
  const back = { agent: backWith(rises, target), cap: target - (cap - target) }
  const middle = quantiles(now).mid
  const reading = `about ${formatNumber(middle, 2)}`
  if (rises ? middle >= cap : middle <= cap) {
    const words = `Stop: the bath stands at ${reading}, at or past the cap of ${cap}.`
    return { ...answer(true, 0, words), back }
  }
  if (past >= OVERSHOT) {
    return { ...answer(true, 0, `It stands at ${reading}, past ${target}.`), back }
  }
  if (readings.length >= LEARNT_FROM + MOST_DOSES) {
    return answer(
      true,
      0,
      `Stop after ${readings.length - 1} looks: the bath stands at ${reading}.`,
    )
  }
  const dose = bestDose(baths, givenMolL, { target, cap, within, ...limits })
  if (near >= limits.enough && dose.share <= near) {
    return answer(true, 0, `Stop: the bath stands at ${reading}, near ${target}.`)
  }
  if (
    !(dose.molL * gramsPerMolL * kept > LEAST_DOSE_G) ||
    (rises ? middle >= target : middle <= target)
  ) {
    return answer(
      false,
      0,
      `It stands at ${reading}, but not for sure: cool a spoonful and read again.`,
    )
  }
  const massG = roundedDown(dose.molL * gramsPerMolL * kept)
  return answer(
    false,
    massG,
    `Stir in ${formatNumber(massG)} g, wait, cool a spoonful and read it. Never past ${cap}.`,
  )
}

const stateOf = ({ dilution = 1, others = [] }: LiquorState, waterL: number): BathState => ({
  dilution,
  others: others
    .filter(({ massG }) => massG > 0)
    .map(({ agent, form, massG }) => ({
      agent,
      molL: amountOf({ agent, form, massG }).mol / waterL,
    })),
})

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
    leeway,
    couldPass,
    risk,
  }: DoseLimits & { target: number; cap: number; within: number },
): { molL: number; share: number } {
  const doses = (ph: number) =>
    quantileOf(baths.map((bath) => [bath.doseFor(ph) - givenMolL, bath.weight]))
  const toCap = doses(cap)
  const room = Math.min(SHARE_OF_WAY * toCap(couldPass), toCap(risk))
  const rises = cap > target
  const past = leeway * within
  const notPast = doses(rises ? Math.min(cap, target + past) : Math.max(cap, target - past))(
    overshoot,
  )
  const most = Math.max(0, Math.min(room, notPast, doses(target)(aim)))
  return { molL: most, share: nearness(phAfter(baths, givenMolL + most), target, within) }
}

type Weighted = [value: number, weight: number]

const phAfter = (baths: readonly PossibleBath[], doseMolL: number): Weighted[] =>
  baths.map((bath) => [bath.phAt(doseMolL), bath.weight])

const shareOf = (phs: readonly Weighted[], isOne: (ph: number) => boolean) =>
  phs.reduce((sum, [ph, weight]) => sum + (isOne(ph) ? weight : 0), 0)

const nearness = (phs: readonly Weighted[], target: number, within: number) =>
  shareOf(phs, (ph) => Math.abs(ph - target) <= within)

/** Baking soda cannot lift a bath far past this: up to it, it is the gentler way back. */
const BAKING_SODA_TO = 8

/** What brings a bath back that went past its target: mild, and at home in any kitchen. */
const backWith = (rises: boolean, target: number): PhAgent =>
  rises ? 'vinegar' : target <= BAKING_SODA_TO ? 'bakingSoda' : 'sodaAsh'

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
