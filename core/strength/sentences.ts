import { depthOf } from '../colour/depth'
import { formatNumber, formatRatio } from '../quantity/format-quantity'
import { takesNothing, type DescribedPosterior } from './posterior/describe-posterior'
import type { Interval } from './posterior/posterior'
import { stepWords } from './colour-step'
import { LITTLE_GAIN } from './predict'
import { FEW_TRIALS } from './trials'
import type { TurningBack } from './turning-back'
import type { EstimateAt } from './estimate-at'
import { formatCount } from '../quantity/format-count'

/** Everything that the sentences of a curve stand on. */
export interface StrengthFacts {
  /** `alum wool`, as in "on alum wool". */
  on: string
  described: Pick<
    DescribedPosterior,
    'n' | 'trials' | 'ceiling' | 'enough' | 'ceilingReached' | 'uptakeProbability'
  >
  at: EstimateAt
  /** How a dry ratio reads as weighed: its state, and dry matter in it, 0 to 1. */
  weighed: { state: string; dryFraction: number }
  /** Colour steps, CIEDE2000, that twice the plant makes here and at *enough*; null: hue not known. */
  steps: { here: Interval; atEnough: Interval } | null
  lots: number
  estimated: number
  /** False where all is estimated and nothing was read both ways: its scale is a guess. */
  isScaleKnown: boolean
  /** Years of its first and last pot; null without a swatch. */
  years: readonly [string, string] | null
  /** Its ceiling's colour in words; null: its hue is not known. */
  ceilingColour: string | null
  /** A last ratio weaker than the one before; null: none is. */
  turning: TurningBack | null
  /** Swatches on near conditions that it leans on, in words; null where it stands by itself. */
  donorCurve: { n: number; on: string } | null
}

export interface Sentence {
  id:
    | 'typical'
    | 'thin'
    | 'takesNothing'
    | 'share'
    | 'doubling'
    | 'enough'
    | 'turning'
    | 'ceiling'
    | 'leans'
    | 'from'
  text: string
}

/** So sure before it is said that more plant hardly helps. */
const SURE = 0.95

/**
 * What a curve says at a ratio, in words. No claim is stronger than its interval: spans are rounded
 * outwards, a ceiling has a number only where it was reached, and "hardly helps" wants 95 %.
 */
export function strengthSentences(facts: StrengthFacts): Sentence[] {
  const { n, trials, uptakeProbability } = facts.described
  const list: Sentence[] = []
  if (n === 0) {
    list.push({
      id: 'typical',
      text: 'Typical, not yours: no swatch here can be counted yet.',
    })
  } else if (takesNothing(facts.described)) {
    const sure = `${Math.floor(100 * (1 - uptakeProbability))} % sure`
    list.push({
      id: 'takesNothing',
      text:
        uptakeProbability < 1 - SURE
          ? `It does not take here (${sure}): nothing tried can be told from bare fibre, and more plant is unlikely to help.`
          : `It likely does not take here (${sure}): nothing tried can be told from bare fibre.`,
    })
    return [...list, from(facts)]
  } else if (trials < FEW_TRIALS) {
    list.push({
      id: 'thin',
      text:
        n > trials
          ? `Not enough trials yet to say much: ${swatches(n)} come to ${formatCount(trials, 'ratio')} in pots of their own.`
          : 'Not enough swatches yet to say much: a pale and a deep trial would tell most.',
    })
  }
  list.push(share(facts), doubling(facts), enough(facts), ceiling(facts))
  if (facts.turning) list.push(turning(facts.turning, facts.weighed))
  if (facts.donorCurve) {
    const { n: near, on } = facts.donorCurve
    list.push({ id: 'leans', text: `With so few here it leans on ${swatches(near)} on ${on}.` })
  }
  return [...list, from(facts)]
}

function share({ on, at, described, weighed, isScaleKnown }: StrengthFacts): Sentence {
  const ratio = bothRatios(at.ratio, weighed)
  if (described.trials >= FEW_TRIALS && described.ceilingReached && isScaleKnown) {
    return {
      id: 'share',
      text: `On ${on}, ${ratio} gives ${percent(at.share.mid)} of what this plant can do (${percents(at.share)}).`,
    }
  }
  const { low, high } = at.strength
  const [least, most] = [depthOf(low), depthOf(high)]
  const words = least === most ? least : `${least} to ${most}`
  return {
    id: 'share',
    text: `On ${on}, ${ratio} is likely ${isScaleKnown ? '' : 'about '}${words}: strength ${formatNumber(at.strength.mid, 2)} (${sentenceSpan(at.strength)}).`,
  }
}

/**
 * What twice the plant adds: that it hardly helps is said where it is nearly sure, that it helps where
 * the whole interval says so.
 *
 * @param gain 0.1 is a tenth more, 90 %
 * @param littleGain probability that it is under `LITTLE_GAIN`
 * @param seen how it looks, to follow the number
 */
export function doublingWords(gain: Interval, littleGain: number, seen = ''): string {
  const range = `${Math.floor(100 * Math.max(0, gain.low))} to ${Math.ceil(100 * gain.high)} %`
  if (littleGain >= SURE) {
    return `Twice the plant adds under ${100 * LITTLE_GAIN} % (${range})${seen}: more plant hardly helps.`
  }
  return gain.low >= LITTLE_GAIN
    ? `Twice the plant is likely to add ${percent(gain.mid)} (${range})${seen}.`
    : `Twice the plant may add ${percent(gain.mid)} (${range})${seen}: whether more plant helps is not sure.`
}

function doubling({ at: { doubling: gain, littleGain }, steps }: StrengthFacts): Sentence {
  const seen = steps ? `, a step that is ${stepWords(steps.here)}` : ''
  return { id: 'doubling', text: doublingWords(gain, littleGain, seen) }
}

/** Where more plant stops helping, and what that would look like. */
function enough({ described, weighed, steps }: StrengthFacts): Sentence {
  const { mid, gain, beyondTried } = described.enough
  const span = asWeighed(described.enough, weighed)
  const state = `: 1 ${stateWord(weighed)}`
  const adds = `twice the plant adds ${gainWords(gain)} or less`
  if (described.n === 0) {
    return {
      id: 'enough',
      text: `Of its kind, ${adds} from somewhere between ${sentenceRange(span)} ${state} on.`,
    }
  }
  const look = steps ? `; that step is ${stepWords(steps.atEnough)}` : ''
  return {
    id: 'enough',
    text: beyondTried
      ? `Where ${adds} was not reached in what you tried; likely between ${sentenceRange(span)} ${state}${look}.`
      : `From ${bothRatios(mid, weighed)} on, ${adds} (from ${sentenceSpan(span)} ${state})${look}.`,
  }
}

/** `a fifth`, `a quarter`, else in per cent. */
export function gainWords(gain: number): string {
  const parts: Record<number, string> = { 10: 'a tenth', 20: 'a fifth', 25: 'a quarter' }
  const per = Math.round(100 * gain)
  return parts[per] ?? `${per} %`
}

function ceiling({
  described: { n, ceiling: top, ceilingReached },
  isScaleKnown,
  ceilingColour,
}: StrengthFacts): Sentence {
  if (n === 0) {
    return { id: 'ceiling', text: `Its kind usually ends at a strength of ${sentenceSpan(top)}.` }
  }
  if (!isScaleKnown) {
    return {
      id: 'ceiling',
      text: 'Its ceiling has no number: all is estimated from colours, and none was read with an instrument too.',
    }
  }
  return {
    id: 'ceiling',
    text: ceilingReached
      ? `Its ceiling is ${[depthOf(top.mid), ceilingColour].filter(Boolean).join(', ')}: strength ${formatNumber(top.mid, 2)} (${sentenceSpan(top)}).`
      : 'Its ceiling was not reached in what you tried: there is no number to rely on.',
  }
}

function turning(
  { from: before, to, trials, times }: TurningBack,
  weighed: StrengthFacts['weighed'],
) {
  const where = `${trials > 1 ? 'From' : 'At'} ${bothRatios(to, weighed)}${trials > 1 ? ' on' : ''}`
  return {
    id: 'turning' as const,
    text: `${where} your swatches are weaker than at ${bothRatios(before, weighed)} (${formatNumber(times, 2)} times): it may be turning back there. The curve only rises, so one more pot of each would tell.`,
  }
}

function from({ described: { n }, lots, estimated, years }: StrengthFacts): Sentence {
  if (n === 0 || !years) return { id: 'from', text: 'From no swatches.' }
  const span = years[0] === years[1] ? years[0] : `${years[0]} to ${years[1]}`
  const inLots = formatCount(lots, 'lot')
  const basis =
    estimated === 0
      ? 'all measured'
      : estimated === n
        ? 'all estimated from colours (~)'
        : `${estimated} estimated from colours (~)`
  return {
    id: 'from',
    text: `From ${swatches(n)} in ${inLots}, ${span}, ${basis}. Spans hold nine times in ten.`,
  }
}

const swatches = (n: number) => formatCount(n, 'swatch', 'swatches')
const percent = (share: number) => `${Math.round(100 * share)} %`
const percents = ({ low, high }: Interval) =>
  `${Math.floor(100 * low)} to ${Math.min(100, Math.ceil(100 * high))} %`

/** `3 : 1 fresh (0.54 : 1 dry)`; what is weighed dried is dry. */
function bothRatios(dry: number, weighed: StrengthFacts['weighed']): string {
  return isDry(weighed)
    ? `${formatRatio(dry)} dried`
    : `${formatRatio(dry / weighed.dryFraction)} ${weighed.state} (${formatRatio(dry)} dry)`
}

const isDry = ({ state }: StrengthFacts['weighed']) => state === 'dried' || state === 'dry'
const stateWord = (weighed: StrengthFacts['weighed']) => (isDry(weighed) ? 'dried' : weighed.state)

/** A span of dry ratios as they are weighed. */
function asWeighed(
  { low, high }: Pick<Interval, 'low' | 'high'>,
  weighed: StrengthFacts['weighed'],
): Pick<Interval, 'low' | 'high'> {
  const share = isDry(weighed) ? 1 : weighed.dryFraction
  return { low: low / share, high: high / share }
}

/** Two figures, the ends moved outwards: `0.48 to 0.79`. */
export const sentenceSpan = ({ low, high }: Pick<Interval, 'low' | 'high'>) =>
  `${formatNumber(outwards(low, Math.floor), 2)} to ${formatNumber(outwards(high, Math.ceil), 2)}`

const sentenceRange = (interval: Pick<Interval, 'low' | 'high'>) =>
  sentenceSpan(interval).replace(' to ', ' and ')

/** Rounded to two figures, down or up. */
export function outwards(value: number, round: (value: number) => number): number {
  if (value === 0) return 0
  const step = 10 ** (Math.floor(Math.log10(Math.abs(value))) - 1)
  // 0.29 / 0.01 is a hair over 29: what is round already stays
  const steps = value / step
  const nearest = Math.round(steps)
  return Number(((Math.abs(steps - nearest) < 1e-9 ? nearest : round(steps)) * step).toPrecision(2))
}
