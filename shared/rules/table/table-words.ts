import { MORDANT_KEYS, MORDANTS } from '../../../catalogue/agents'
import { FIBRE_KEYS, fibreFacts, FORMS } from '../../../catalogue/fibres'
import { PARTS } from '../../../catalogue/parts'
import { WAY_KEYS, wayFacts } from '../../../catalogue/ways'
import { keysOf } from '../../../core/json'
import {
  FIBRE_WORDS,
  FORM_WORDS,
  MORDANT_WORDS,
  NO_MORDANT_WORDS,
  STATE_WORDS,
  VERDICT_WORDS,
  WAY_WORDS,
} from '../note/note-words'
import { foldName } from '../walk/fold-name'

/** What words in a table may name. */
export const WORD_KINDS = [
  'plant',
  'part',
  'fibre',
  'form',
  'mordant',
  'way',
  'state',
  'verdict',
] as const
export type WordKind = (typeof WORD_KINDS)[number]

/**
 * What somebody's own words mean, by kind and folded word: the key of what it is (of a plant, its id);
 * empty: it is none of them, and stays in the note.
 */
export type WordMeanings = Partial<Record<WordKind, Record<string, string>>>

/** A mordant column that says there was none. */
export const NONE = 'none'

type Named = readonly (readonly [pattern: string, meant: string])[]

/** Labels and keys of things, as patterns of whole words. */
const ownNames = (keys: readonly string[], labelOf: (key: string) => string): Named =>
  keys.flatMap((key) => [
    [foldName(labelOf(key)), key] as const,
    // "flowerHead" is how files of a log have it
    [key.toLowerCase(), key] as const,
  ])

const WORDS: Record<Exclude<WordKind, 'plant'>, Named> = {
  part: [
    ...ownNames(keysOf(PARTS), (key) => PARTS[key as keyof typeof PARTS].label),
    ['flowers?|heads?|blossoms?|blooms?', 'flowerHead'],
    ['tops?|flower(?:ing)? tops?|tips?', 'floweringTop'],
    ['leaves|foliage', 'leaf'],
    ['roots?', 'root'],
    ['barks?', 'bark'],
    ['berry|berries', 'berry'],
    ['hulls?|husks?', 'husk'],
  ],
  fibre: [
    ...ownNames(FIBRE_KEYS, (key) => fibreFacts(key as (typeof FIBRE_KEYS)[number]).label),
    ...FIBRE_WORDS,
  ],
  form: [...ownNames(FORMS, (key) => key), ...FORM_WORDS],
  mordant: [
    ...ownNames(MORDANT_KEYS, (key) => MORDANTS[key as (typeof MORDANT_KEYS)[number]].label),
    ...MORDANT_WORDS,
    [`none|no|nothing|${NO_MORDANT_WORDS}|0`, NONE],
  ],
  way: [
    ...ownNames(WAY_KEYS, (key) => wayFacts(key as (typeof WAY_KEYS)[number]).label),
    ...WAY_WORDS,
  ],
  state: STATE_WORDS,
  verdict: [
    ...VERDICT_WORDS,
    ['yes|y|keep|good', 'again'],
    ['not|no|n|never|bad', 'not'],
    ['change|changed|again,? changed|maybe', 'change'],
  ],
}

/** Compiled once: a table asks for the same words thousands of times. */
const PATTERNS = Object.fromEntries(
  Object.entries(WORDS).map(([kind, named]) => [
    kind,
    named.map(([pattern, meant]) => ({ pattern: new RegExp(`^(?:${pattern})$`, 'i'), meant })),
  ]),
) as Record<Exclude<WordKind, 'plant'>, { pattern: RegExp; meant: string }[]>

/**
 * What a word of a table names: as it was said to before, else by the names that are known.
 *
 * @returns the key; empty where it was said to be none; null: it is not known
 */
export function meaningOf(
  kind: Exclude<WordKind, 'plant'>,
  text: string,
  words: WordMeanings,
): string | null {
  const folded = foldName(text)
  const said = words[kind]?.[folded]
  if (said !== undefined) return said
  return PATTERNS[kind].find(({ pattern }) => pattern.test(folded))?.meant ?? null
}
