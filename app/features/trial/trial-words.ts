import { FIBRES, type Fibre } from '~~/catalogue/fibres'
import { schemeFacts, type Scheme } from '~~/catalogue/mordant-schemes'
import { wayFacts, type Way } from '~~/catalogue/ways'
import { BATH_HEATS, type BathHeat } from '~~/core/mordant/bath-steps'
import { formatCount } from '~~/core/quantity/format-count'
import type { TrialAnswer } from '~~/core/trial/trial-answer'
import type { Level, TrialFactor } from '~~/shared/rules/trial/trial-factors'
import type { TrialPromise } from '~~/shared/schemas/trial/trial'
import type { TrialView } from '~~/shared/views/trial/trial'
import { formatNumber, formatRatio, formatTemperature } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'
import { FACTOR_WORDS, listWords } from '~/features/pot/factor-words'

/** What a trial may be of, in the order in which dyers ask. */
export const ASKED_WORDS: Readonly<Record<TrialFactor, string>> = {
  mordant: 'the mordant',
  mordantPercent: 'how much mordant',
  mordantHeat: 'the heat of the mordant bath',
  mordantFinish: 'drying after the mordant',
  fibre: 'the fibre',
  ratioDry: 'how much plant',
  particleSize: 'how fine it is cut',
  water: 'the water',
  minutes: 'the time in the bath',
  tempC: 'the heat',
  way: 'the way of dyeing',
}

/** One level, in words and units. */
export function levelWords(factor: TrialFactor, level: Level): string {
  switch (factor) {
    case 'mordant':
      return level === 'none' ? 'no mordant' : schemeFacts(level as Scheme).label
    case 'mordantPercent':
      return `${formatNumber(Number(level))} %`
    case 'mordantHeat':
      return `${BATH_HEATS[level as BathHeat].label} mordanting`
    case 'mordantFinish':
      return level === 'dried' ? 'dried' : 'kept wet'
    case 'fibre':
      return FIBRES[level as Fibre].label
    case 'ratioDry':
      return formatRatio(Number(level))
    case 'minutes':
      return `${formatNumber(Number(level))} min`
    case 'tempC':
      return formatTemperature(Number(level))
    case 'way':
      return wayFacts(level as Way).label
    case 'water':
      return `${level} water`
    default:
      return String(level)
  }
}

/** `iron against alum, tansy flower heads`: what it is called where nobody calls it otherwise. */
export function trialTitle(
  factor: TrialFactor,
  levels: readonly Level[],
  sourceName: string,
): string {
  const words = levels.map((level) => levelWords(factor, level))
  const [base, ...others] = words
  const of = factor === 'ratioDry' ? words.join(', ') : `${listWords(others)} against ${base}`
  return `${of}, ${sourceName}`
}

/** What stands behind the promise. */
export function spreadWords({ sdLog, df, basis, isOfSource }: TrialPromise): string {
  const apart = `${formatNumber(Math.exp(sdLog), 2)} times`
  if (basis === 'typical') {
    return `No recipe was made again often enough to know how far luck goes here; typically one SD is ${apart}.`
  }
  const what = basis === 'pieces' ? 'Pieces alike in one pot' : 'The same recipe made again'
  const whose = isOfSource ? '' : ', over all your sources,'
  return `${what}${whose} came out ${apart} apart (one SD, by ${formatCount(df ?? 0, 'repeat')}).`
}

/** Hardly anything that is changed does more. */
const MOST_OF_USE = 4

/** What a trial would and would not show, no surer than its chances. */
export function promiseWords(
  factor: TrialFactor,
  { timesSeen }: Pick<TrialPromise, 'timesSeen'>,
  chances: readonly { times: number; chance: number }[],
): string {
  if (timesSeen === null) {
    return 'It could tell nothing: with one piece of each, nobody knows how far luck goes. Take two of each or more.'
  }
  if (timesSeen > MOST_OF_USE) {
    return `It would tell next to nothing: only what is over ${formatNumber(MOST_OF_USE)} times as strong. Take more of each.`
  }
  const what = factor === 'ratioDry' ? 'That twice the plant gives' : 'A difference of'
  const missed = chances.findLast(({ times, chance }) => times < timesSeen && chance < 0.5)
  const not = missed
    ? `; one of ${formatNumber(missed.times, 2)} times ${tenths(missed.chance, 'only ')}`
    : ''
  return `${what} ${formatNumber(timesSeen, 2)} times the strength it would show 8 times in 10${not}.`
}

/** `2 times in 10` */
export const tenths = (chance: number, before = ''): string =>
  chance < 0.05 ? 'hardly ever' : `${before}${formatCount(Math.round(10 * chance), 'time')} in 10`

interface AnswerLine {
  words: string
  isSure: boolean
}

/** What came of a trial, line by line. */
export function answerLines({ trial, answer }: TrialView): AnswerLine[] {
  const { factor, levels } = trial.design
  const [base] = levels
  if (answer.doubling) {
    const { words, isSure } = timesWords(answer.doubling)
    return [{ words: `Twice the plant: ${words}, on average over what was tried.`, isSure }]
  }
  return (answer.against ?? []).map((each, i) => {
    const { words, isSure } = timesWords(each)
    const against = `${levelWords(factor, levels[i + 1]!)} against ${levelWords(factor, base!)}`
    return { words: `${against}: ${words}.`, isSure }
  })
}

function timesWords({ mid, low, high, isSure }: NonNullable<TrialAnswer['doubling']>): AnswerLine {
  if (low === null || high === null) {
    return {
      words: `once ${formatNumber(mid, 2)} times as strong, and nobody knows how far luck goes`,
      isSure: false,
    }
  }
  const span = sentenceSpan({ low, high })
  return isSure
    ? { words: `${formatNumber(mid, 2)} times as strong (${span}), more than luck`, isSure }
    : { words: `cannot be told, anything from ${span} times as strong`, isSure }
}

/** What the answer must be read with. */
export const departureWords = ({ alsoDiffered }: Pick<TrialView, 'alsoDiffered'>): string =>
  alsoDiffered.length > 0
    ? `Not only what it is of was different: ${listWords(alsoDiffered.map((each) => FACTOR_WORDS[each]))} too.`
    : ''
