import { formatNumber } from '../../../core/quantity/format-quantity'
import { mordantsBefore, mordantText } from '../../../shared/words/swatch/piece-in-words'
import type { Candidate } from './curve-candidates'

/**
 * How the mordants of a curve's swatches differ among themselves, in words: percentages, how
 * warm they were, and how they were finished; empty where all were given alike.
 */
export function treatedHow(members: readonly Candidate[]): string {
  const given = members.map(({ piece, pot }) => mordantsBefore(piece, pot.dyedOn))
  const texts = new Set(
    given.map((list) =>
      list
        .map((each) => mordantText({ ...each, heat: null }))
        .sort()
        .join(' and '),
    ),
  )
  const finishes = new Set(given.flat().map(({ finish }) => finish ?? 'finish not said'))
  const heats = new Set(given.flat().map(({ heat }) => heat ?? 'heat not said'))
  const percents = given.flat().flatMap(({ percentWof }) => percentWof ?? [])
  const unknown = given.flat().some(({ percentWof }) => percentWof === null)
  return [
    texts.size > 1 &&
      percents.length > 0 &&
      `${formatNumber(Math.min(...percents), 2)} to ${formatNumber(Math.max(...percents), 2)} % of the fibre`,
    texts.size > 1 && unknown && 'some of unknown percentage',
    heats.size > 1 &&
      `mordanted ${HEATS.filter((each) => heats.has(each))
        .map((each) => HEAT_WORDS[each])
        .join(' and ')}`,
    finishes.size > 1 && [...finishes].map((each) => FINISH_WORDS[each]).join(' and '),
  ]
    .filter(Boolean)
    .join(', ')
}

const HEATS = ['hot', 'warm', 'cold', 'heat not said'] as const
const HEAT_WORDS = {
  hot: 'hot',
  warm: 'barely warm',
  cold: 'cold',
  'heat not said': 'heat not said',
} as const

const FINISH_WORDS = {
  dried: 'dried',
  heldWet: 'held wet',
  'finish not said': 'finish not said',
} as const
