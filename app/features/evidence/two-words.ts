import { FIBRES, type Fibre } from '~~/catalogue/fibres'
import { isAmounts } from '~~/core/evidence/alike'
import type { Factor, FactorValue } from '~~/core/evidence/factors'
import type { JudgedPair } from '~~/core/evidence/judged-pair'
import { formatNumber, formatRatio, formatTemperature } from '~/format/quantities'
import { sentenceSpan } from '~/format/spans'
import { FACTOR_WORDS, listWords } from '~/features/pot/factor-words'
import { agentWords, wordsOfLevel } from './effect-words'

/** A value as it was written down. */
export function valueWords(factor: Factor, value: FactorValue): string {
  if (value === null) return 'not known'
  if (isAmounts(value)) return amountsWords(factor, Object.entries(value))
  if (Array.isArray(value)) return value.length > 0 ? value.join(', ') : 'none'
  switch (factor) {
    case 'ratioDry':
      return `${formatRatio(Number(value))} dry`
    case 'tempC':
      return formatTemperature(Number(value))
    case 'minutes':
      return `${formatNumber(Number(value))} min`
    case 'storageDays':
      return `${formatNumber(Number(value))} days`
    case 'fibre':
      return FIBRES[value as Fibre]?.label ?? String(value)
    default:
      if (typeof value === 'boolean') return value ? 'yes' : 'no'
      return typeof value === 'number' ? formatNumber(value) : wordsOfLevel(factor, String(value))
  }
}

const UNITS: Partial<Record<Factor, string>> = {
  mordantPercent: ' %',
  shift: ' g/L',
  companions: ' g',
}

function amountsWords(factor: Factor, amounts: readonly [string, number | null][]): string {
  if (amounts.length === 0) return 'none'
  return listWords(
    amounts.map(([name, amount]) => {
      const of = factor === 'companions' ? name : agentWords(name)
      return amount === null
        ? `${of}, how much is not known`
        : `${of} ${formatNumber(amount)}${UNITS[factor] ?? ''}`
    }),
  )
}

const VERDICT_WORDS: Readonly<Record<JudgedPair['verdict'], string>> = {
  clean: 'A clean pair: one thing differs.',
  repeat: 'A repeat: nothing that is written down differs.',
  confounded: 'Several things differ: which of them did it cannot be told.',
  unsure: 'Not sure: of one of the two something is not written down.',
}

const AGAINST_WORDS = {
  withinPot: 'pieces alike in one pot',
  withinLot: 'the same recipe made again with one lot',
  betweenLots: 'the same recipe made again with another lot',
} as const

/** What two swatches say of each other, no surer than it is. */
export function judgedWords({
  verdict,
  unknown,
  times,
  deltaE,
  isMoreThanLuck,
  against,
}: JudgedPair): string {
  const { mid, low, high } = times
  const apart = deltaE === null ? '' : `, ${formatNumber(deltaE, 2)} ΔE2000 apart`
  const strong = `The second came out ${formatNumber(mid, 2)} times as strong${apart}.`
  const luck =
    against === null || low === null || high === null
      ? 'How far luck goes is not known: no such recipe was made again often enough.'
      : `${isMoreThanLuck ? 'More than luck' : 'No more than luck'}: held against ${AGAINST_WORDS[against]}, anything from ${sentenceSpan({ low, high })} times.`
  const missing =
    unknown.length > 0
      ? ` Missing: ${listWords(unknown.map((factor) => FACTOR_WORDS[factor]))}.`
      : ''
  return `${VERDICT_WORDS[verdict]}${missing} ${strong} ${luck}`
}
