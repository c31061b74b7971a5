import { agentFacts, AGENTS, MORDANT_KEYS, MORDANTS, type Agent } from '~~/catalogue/agents'
import { FIBRES, type Fibre } from '~~/catalogue/fibres'
import { WAY_KEYS, wayFacts, type Way } from '~~/catalogue/ways'
import { BATH_HEATS, type BathHeat } from '~~/core/mordant/bath-steps'
import type { Factor } from '~~/core/evidence/factors'
import type { Effect, OpenInterval } from '~~/core/evidence/effects'
import type { Contrast } from '~~/core/evidence/matched-sets'
import type { Repeats } from '~~/core/evidence/repeat-spread'
import type { Spoilt } from '~~/core/evidence/spoilt'
import { LESS } from '~~/core/evidence/matched-sets'
import { formatCount } from '~~/core/quantity/format-count'
import { formatNumber } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'
import { FACTOR_WORDS, listWords } from '~/features/pot/factor-words'
import type { Ratios } from '~~/shared/schemas/evidence/evidence'
import { mordantKeyWords } from '~~/shared/words/swatch/mordant-key-words'

/** Of claims called more than luck, so many are chance at the most. */
const MOST_FALSE = 0.05
/** A colour that differs by less along one axis is not named. */
const SEEN = 2

/** What it is called that something was done, or done more. */
const DONE: Partial<Record<Factor, string>> = {
  boiled: 'boiling',
  spent: 'spent stuff',
  aged: 'aged stuff',
  soaked: 'soaking before',
  cooled: 'cooling in the bath',
  minutes: 'longer in the bath',
  tempC: 'a hotter bath',
  finalPh: 'a higher final pH',
  storageDays: 'keeping it longer',
}

/** One level of a factor, in words. */
export function wordsOfLevel(factor: Factor, level: string): string {
  switch (factor) {
    case 'mordant':
      return mordantWords(level)
    case 'fibre':
      return level in FIBRES ? FIBRES[level as Fibre].label : level
    case 'way':
      return isWay(level) ? wayFacts(level).label : level
    case 'mordantHeat':
      return level in BATH_HEATS
        ? `${BATH_HEATS[level as BathHeat].label} mordanting`
        : `${level} mordanting`
    case 'mordantFinish':
      return level === 'dried' ? 'dried after the mordant' : 'kept wet after the mordant'
    case 'water':
      return `${level} water`
    case 'vessel':
      return `${level} pot`
    case 'soap':
      return level === 'none' ? 'no soap' : `${level} soap`
    case 'bathNumber':
      return `bath ${level}`
    case 'coats':
      return formatCount(Number(level), 'coat')
    case 'state':
    case 'particleSize':
      return `${level} stuff`
    default:
      return level || 'none'
  }
}

const isWay = (level: string): level is Way => (WAY_KEYS as readonly string[]).includes(level)

const BY_MARK_LENGTH = [...MORDANT_KEYS].sort(
  (a, b) => MORDANTS[b].mark.length - MORDANTS[a].mark.length,
)

/** `alum and iron` of `Al Fe`; marks of two words first, for those of one are in them. */
function mordantWords(key: string): string {
  let left = ` ${key} `
  const found = BY_MARK_LENGTH.flatMap((agent) => {
    const mark = ` ${MORDANTS[agent].mark} `
    const at = left.indexOf(mark)
    if (at < 0) return []
    left = left.replace(mark, '  ')
    return [{ at: ` ${key} `.indexOf(mark), words: MORDANTS[agent].label }]
  })
  const words = found.sort((a, b) => a.at - b.at).map((each) => each.words)
  return words.length > 0 ? listWords(words) : mordantKeyWords(key)
}

export const agentWords = (agent: string) =>
  agent in AGENTS ? agentFacts(agent as Agent).label : agent

/** `Al Fe for Al`, `boiling`, `more alum`: what was done. */
export function effectTitle({ factor, of, from, to }: Contrast): string {
  if (factor === 'shift') return `${agentWords(of)} stirred in`
  if (factor === 'mordantPercent') return `more ${agentWords(of)}`
  if (from === LESS || from === 'false') return DONE[factor] ?? FACTOR_WORDS[factor]
  return `${wordsOfLevel(factor, to)} for ${wordsOfLevel(factor, from)}`
}

export const keyOfEffect = ({ factor, of, from, to }: Contrast) => [factor, of, from, to].join('|')

/** Whether it is more than luck, with all else that was asked at once. */
export const isSure = ({ q }: Pick<Effect, 'q'>): boolean => q !== null && q <= MOST_FALSE

/** `1.7 times as strong` */
const timesWords = (times: number) => `${formatNumber(times, 2)} times as strong`

/** `1.7 times (1.4 to 2.1)`; where it cannot be told, the interval alone. */
export function shortWords(effect: Effect): string {
  const { mid, low, high } = effect.times
  if (low === null || high === null) return 'once: no interval yet'
  const span = sentenceSpan({ low, high })
  return isSure(effect) ? `${formatNumber(mid, 2)} times (${span})` : `${span} times`
}

/** What one source says by itself. */
export function sourceWords({ proofs, times: { low, high } }: Effect['perSource'][number]): string {
  const from = formatCount(proofs, 'proof')
  return low === null || high === null
    ? `${from}, no interval yet`
    : `${sentenceSpan({ low, high })} times, ${from}`
}

/** What it did, no surer than its interval. @param ratios those of its pairs may differ where they are any */
export function answerWords(effect: Effect, ratios: Ratios = 'alike'): string {
  const { low, high, mid } = effect.times
  const [pairs, pots] = [formatCount(effect.pairs, 'pair'), formatCount(effect.pots, 'pot')]
  const but = ratios === 'any' ? ' but the ratio, which is brought to one along the curve' : ''
  const from = `From ${pairs} in ${pots}, in which nothing else differed${but}.`
  if (low === null || high === null) {
    return `Once it came out ${timesWords(mid)}. One proof says no more, until the same recipe was made again a few times. ${from}`
  }
  const span = sentenceSpan({ low, high })
  if (isSure(effect)) {
    return `It made them ${timesWords(mid)} (${span})${colourWords(effect)}. ${from} More than luck.`
  }
  const held =
    effect.basis === 'repeats' ? ' One proof, held against how recipes made again differ.' : ''
  return `It cannot be told yet: anything from ${span} times as strong. ${from}${held}`
}

/** `, darker and duller`: what the proofs agree on, 19 times in 20, and an eye can see. */
function colourWords({ delta }: Effect): string {
  if (!delta) return ''
  const words = [
    isSeen(delta.l) && (delta.l.mid < 0 ? 'darker' : 'lighter'),
    isSeen(delta.c) && (delta.c.mid < 0 ? 'duller' : 'clearer'),
    isSeen(delta.h) && 'of another hue',
  ].filter((word) => word !== false)
  return words.length > 0 ? `, ${listWords(words)}` : ''
}

const isSeen = ({ mid, low, high }: OpenInterval): boolean =>
  Math.abs(mid) >= SEEN && low !== null && high !== null && (low > 0 || high < 0)

/** How the same recipe differs when it is made again; what every difference is held against. */
export function repeatWords({ withinLot, betweenLots, betweenYears }: Repeats): string {
  if (withinLot.sdLog === null) {
    return 'No recipe was made again in another pot with all of it written down: how far luck goes is not known.'
  }
  const within = `The same recipe made again with the same lot differs by ${apartWords(withinLot)}, over ${formatCount(withinLot.recipes, 'recipe')} in ${formatCount(withinLot.pots, 'pot')}`
  const others = [
    betweenLots.sdLog !== null && `with another lot by ${apartWords(betweenLots)}`,
    betweenYears.sdLog !== null && `in another year by ${apartWords(betweenYears)}`,
  ].filter((words) => words !== false)
  return `${[within, ...others].join('; ')}.`
}

const apartWords = ({ sdLog, mcdm }: Repeats['withinLot']) =>
  [
    mcdm !== null && `${formatNumber(mcdm, 2)} ΔE2000 from its mean`,
    sdLog !== null && `${formatNumber(Math.exp(sdLog), 2)} times in strength (one SD)`,
  ]
    .filter(Boolean)
    .join(' and ')

/** `mostly the ratio differed too (23), or the water was not written down (11)` */
export function spoiltWords(items: readonly Spoilt[]): string {
  const told = items
    .flatMap(({ by, differed, unknown }) => [
      { count: differed, words: `${FACTOR_WORDS[by]} differed too` },
      { count: unknown, words: `${FACTOR_WORDS[by]} was not written down` },
    ])
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count)
    .slice(0, 3)
  return told.map(({ count, words }) => `${words} (${count})`).join('; ')
}
