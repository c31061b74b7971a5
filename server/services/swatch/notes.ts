import { greatest } from 'd3-array'
import { PARTS } from '../../../catalogue/parts'
import type { NameHit } from '../../../shared/views/walk/name-hit'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { readNote, type NoteContext, type NoteReading } from '../../../shared/rules/note/read-note'
import type { ReadLine } from '../../../shared/views/swatch/read-line'

export interface Names {
  find(text: string, limit: number): Promise<NameHit[]>
}

/** So many other sources are offered beside the likeliest. */
const OFFERED = 5

/** Notes of what was dyed, as they stand in a notebook: read line by line, with the plant they name. */
export const notesService = (names: Names) => ({
  async read(lines: readonly string[], context: NoteContext): Promise<ReadLine[]> {
    const read: ReadLine[] = []
    for (const text of lines) {
      if (text.trim() === '') continue
      read.push(await withSource(names, text, readNote(text, context)))
    }
    return read
  },
})

/**
 * Looks for the plant in what is left of a note. A name that is not met word for word is offered, and
 * never taken.
 */
async function withSource(names: Names, text: string, reading: NoteReading): Promise<ReadLine> {
  for (const [i, rest] of reading.rest.entries()) {
    const { source, hits } = await sourceNamed(names, rest.text)
    if (!source) continue
    return {
      ...reading,
      text,
      source,
      others: hits.flatMap((hit) => (hit.source === source ? [] : [hit.source])),
      spans: [...reading.spans, { kind: 'source' as const, start: rest.start, end: rest.end }].sort(
        (a, b) => a.start - b.start,
      ),
      rest: reading.rest.filter((_, at) => at !== i),
    }
  }
  const [unsure] = reading.rest
  const hits = unsure ? await names.find(unsure.text, OFFERED) : []
  return { ...reading, text, source: null, others: hits.map(({ source }) => source) }
}

/**
 * The source that words name, where its own name stands there whole and no other may be meant.
 *
 * @returns null where none is sure, with what it may be, the likeliest first
 */
export async function sourceNamed(names: Names, text: string) {
  const hits = await names.find(text, OFFERED)
  const named = hits.filter((hit) => namedWords(text, hit) > 0)
  // "black walnut husks" names the walnut too, but not as well
  const best = greatest(named, (hit) => namedWords(text, hit))
  if (!best || isOneOfSeveral(text, best, hits)) return { source: null, hits }
  // "elder" is berries or leaf: which part it was, nobody said
  const asWell = named.filter((hit) => namedWords(text, hit) === namedWords(text, best))
  return { source: asWell.length > 1 ? null : best.source, hits }
}

/**
 * How much of a source's names stands there: the words of the longest that is there whole, in any order
 * or number, and a little more where its part is too; 0: none is.
 */
function namedWords(text: string, { source }: NameHit): number {
  const written = foldName(text).split(' ').map(stem)
  const isThere = (words: readonly string[]) => words.every((word) => written.includes(word))
  const all = [source.commonName, source.scientificName, ...source.synonyms, ...source.otherNames]
  const longest = Math.max(
    0,
    ...all.map((name) => {
      const words = foldName(name).split(' ').map(stem)
      return isThere(words) ? words.length : 0
    }),
  )
  const part = foldName(PARTS[source.part].label).split(' ').map(stem)
  return longest === 0 ? 0 : longest + (part.some((word) => written.includes(word)) ? 0.5 : 0)
}

/**
 * Whether others may be meant too: "goldenrod" is a further name of one species, and half of the names of
 * two more.
 */
function isOneOfSeveral(text: string, { source }: NameHit, hits: readonly NameHit[]): boolean {
  const written = foldName(text).split(' ').map(stem)
  const wordsOf = (name: string) => foldName(name).split(' ').map(stem)
  if (wordsOf(source.commonName).every((word) => written.includes(word))) return false
  return hits.some(
    ({ source: other }) =>
      other.scientificName !== source.scientificName &&
      wordsOf(other.commonName).some((word) => word.length > 3 && written.includes(word)),
  )
}

/** One for one and many: `heads`, `berries`. */
const stem = (word: string) =>
  word.length > 4 ? word.replace(/ies$/, 'y').replace(/(?:es|s)$/, '') : word
