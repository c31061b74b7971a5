import Joi from 'joi'
import { keysOf } from '../../../core/json'

/** How a plain word about a gathering is asked for and kept. */
interface LotWordFacts {
  label: string
  /** An example, shown in the empty field. */
  example: string
  maxLength: number
}

/**
 * What is told of a gathering in plain words. Each is a text column of `lot` by the same name; what
 * stands here is asked on the walk, kept, shown, corrected, handed on when a lot is split, and goes
 * out and comes in with files.
 */
export const LOT_WORDS = {
  /** Tree or ground it grew on, where that matters. */
  host: { label: 'Grew on', example: 'oak, pine, wall', maxLength: 80 },
  /** Of the last days. */
  weather: { label: 'Weather before', example: 'dry and sunny', maxLength: 120 },
} satisfies Record<string, LotWordFacts>

export type LotWord = keyof typeof LOT_WORDS
export type LotWords = Record<LotWord, string>

export const LOT_WORD_KEYS: readonly LotWord[] = keysOf(LOT_WORDS)

const forEach = <T>(make: (word: LotWord) => T) =>
  Object.fromEntries(LOT_WORD_KEYS.map((word) => [word, make(word)])) as Record<LotWord, T>

export const NO_LOT_WORDS: LotWords = forEach(() => '')

export const lotWordsOf = (from: LotWords): LotWords => forEach((word) => from[word])

/** Schemas of the words, where they may be left out, and where they are then empty. */
export const lotWordFields = forEach((word) =>
  Joi.string().trim().max(LOT_WORDS[word].maxLength).allow(''),
)
export const newLotWordFields = forEach((word) => lotWordFields[word].default(''))
