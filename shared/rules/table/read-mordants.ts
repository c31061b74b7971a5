import { isMordant, type Mordant } from '../../../catalogue/agents'
import { NUMBER_PATTERN, parseNumber } from '../../../core/quantity/parse-number'
import { AFTER_WORDS } from '../note/note-words'
import { meaningOf, NONE, type WordMeanings } from './table-words'

/** What a cell of mordants tells. */
export interface ReadMordants {
  mordants: { agent: Mordant; percentWof: number | null }[]
  /** It says that there was none: of what its head names, or of any. */
  isNone: boolean
  /** One was given after the dye: which of them the colour is of cannot be told. */
  isLater: boolean
  /** Something of it has no place but the note. */
  isForNote: boolean
  /** Words that are not known. */
  strange: string[]
}

/** What the head of a column of mordants says of its cells. */
export interface MordantHead {
  /** The agent that it names: `alum %`; null: none. */
  agent: Mordant | null
  /** Bare numbers are amounts, and no percentages: `alum (g)`. */
  isMass: boolean
}

const AMOUNT = new RegExp(
  String.raw`(${NUMBER_PATTERN})\s*(?:(%|percent)(?:\s*wof)?|(k?g|grams?|oz|lbs?|tsp|tbsp|teaspoons?|tablespoons?|spoons?|cups?)\b(?:\s+of)?)?`,
  'i',
)
const AFTER = new RegExp(`${AFTER_WORDS}\\b`, 'i')
const MASS_IN_HEAD = /\b(?:g|grams?|oz|ounces?|weight)\b/i

/** Whether a mordant's name is followed by words that put it after the dye: `iron dip`. */
export const tellsLater = (text: string): boolean => AFTER.test(text)

export const tellsMass = (head: string): boolean =>
  MASS_IN_HEAD.test(head) && !/%|percent/i.test(head)

/**
 * `alum 12 % + iron 2 %`, `Al`, `none`; a bare number is the percentage of the agent that the head names.
 * What is told by weight or spoon, or was given after the dye, is no percentage of it.
 */
export function readMordants(text: string, head: MordantHead, words: WordMeanings): ReadMordants {
  const told: ReadMordants = {
    mordants: [],
    isNone: false,
    isLater: false,
    isForNote: false,
    strange: [],
  }
  const isWhole = meaningOf('mordant', text, words) !== null
  const parts = isWhole ? [text] : text.split(/\s*(?:[+&;/]|,(?!\d)|\band\b|\bthen\b)\s*/i)
  for (const part of parts.filter(Boolean)) readPart(part, head, words, told)
  return told
}

function readPart(part: string, head: MordantHead, words: WordMeanings, told: ReadMordants): void {
  if (tellsLater(part)) {
    Object.assign(told, { isLater: true, isForNote: true })
    return
  }
  const amount = AMOUNT.exec(part)
  const name = (amount ? part.replace(amount[0], ' ') : part).trim()
  const value = amount ? parseNumber(amount[1]!) : null
  const isMass = Boolean(amount?.[3]) || (head.isMass && !amount?.[2])
  const meant = name === '' ? head.agent : meaningOf('mordant', name, words)
  if (meant === null) told.strange.push(name || part)
  else if (meant === NONE || value === 0) told.isNone = true
  else if (isMordant(meant)) {
    told.mordants.push({ agent: meant, percentWof: isMass ? null : value })
    if (isMass && value !== null) told.isForNote = true
  } else told.isForNote = true
}
