import type { Knex } from 'knex'
import MiniSearch from 'minisearch'
import { OTHER_TONGUES } from '../../../catalogue/sources/other-tongues'
import { PARTS } from '../../../catalogue/parts'
import { foldName } from '../../../shared/rules/walk/fold-name'
import type { NameHit } from '../../../shared/views/walk/name-hit'
import type { Source, SourceQuery } from '../../../shared/schemas/walk/source'
import { ofCollections, sinceLastChange } from '../../database/since-last-change'
import { everyPage } from '../log/every-page'
import { sourceRepository } from '../../repositories/sources'
import { lookUp } from '../../../core/present'

interface Entry {
  id: string
  scientific: string
  common: string
  others: string
  part: string
}

/** A word may be this far from what was typed, as a share of its length. */
const FUZZY = 0.25
const BOOST = { common: 3, scientific: 2, others: 1.5, part: 1 }

/** Finds sources by any name while it is typed, forgiving spelling, accents and word order. */
export const namesService = (db: Knex) => {
  const index = sinceLastChange(
    db,
    async () => {
      const all = await everyPage((query: SourceQuery) => sourceRepository(db).page(query), {
        aside: false,
      })
      const sources = new Map(all.map((source) => [source.id, source]))
      const search = new MiniSearch<Entry>({
        fields: ['scientific', 'common', 'others', 'part'],
        tokenize: (text) => foldName(text).split(' '),
        processTerm: singular,
      })
      search.addAll([...sources.values()].map(toEntry))
      return { sources, search }
    },
    ofCollections('sources'),
  )

  return {
    async find(text: string, limit: number): Promise<NameHit[]> {
      const { sources, search } = await index(null)
      const words = foldName(text)
      if (!words)
        return [...sources.values()].slice(0, limit).map((source) => ({ source, via: null }))
      const options = { prefix: true, fuzzy: fuzziness, boost: BOOST }
      let found = search.search(words, { ...options, combineWith: 'AND' })
      // "oak moss" is written as one word, too
      if (found.length === 0 && words.includes(' ')) {
        found = search.search(words.replaceAll(' ', ''), { fuzzy: fuzziness, boost: BOOST })
      }
      // a word that fits nothing, such as "heads", must not hide what the others find
      if (found.length === 0) found = search.search(words, options)
      return found.slice(0, limit).map(({ id }) => {
        const source = lookUp(sources, id as string)
        return { source, via: viaOf(source, words) }
      })
    },
  }
}

/** Short words must be right: one letter in three makes another word. */
const fuzziness = (term: string) => (term.length > 3 ? FUZZY : false)

/** One and many are one word: `heads`, `berries`, `leaves`. */
function singular(term: string): string {
  if (term.length < 5) return term
  return term
    .replace(/ies$/, 'y')
    .replace(/([lr])ves$/, '$1f')
    .replace(/(?<=[sxz]|[cs]h)es$/, '')
    .replace(/(?<=[^su])s$/, '')
}

const furtherNames = ({ scientificName, synonyms, otherNames }: Source) => [
  ...synonyms,
  ...otherNames,
  ...(OTHER_TONGUES[scientificName] ?? []),
]

/** `oakmoss` of "oak moss", `stagshornsumac`: written together by some. */
const joinedName = (name: string) => foldName(name).replaceAll(' ', '')

const toEntry = (source: Source): Entry => ({
  id: source.id,
  scientific: source.scientificName,
  common: source.commonName,
  others: [...furtherNames(source), joinedName(source.commonName)].join(' '),
  part: PARTS[source.part].label,
})

/** The name that was met, so that finding tansy under "bitter" is no riddle. */
function viaOf(source: Source, words: string) {
  const { commonName, scientificName } = source
  const first = words.split(' ')[0]!
  const meets = (name: string) =>
    foldName(name)
      .split(' ')
      .some((word) => word.startsWith(first.slice(0, 4)))
  if (meets(commonName) || meets(scientificName)) return null
  return furtherNames(source).find(meets) ?? null
}
