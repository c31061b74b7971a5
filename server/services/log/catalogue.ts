import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import type { Provenance } from '../../../catalogue/provenance'
import { SOURCES, type SourceFacts } from '../../../catalogue/sources'
import { UNNAMED } from '../../../catalogue/sources/unnamed'
import { catalogueId } from '../../../shared/ids'
import { settingRepository } from '../../repositories/settings'
import { sourceRepository } from '../../repositories/sources'

const SHELVED = [...SOURCES, ...UNNAMED]
const HASH = createHash('sha256').update(JSON.stringify(SHELVED)).digest('hex')

/**
 * Gives every catalogue entry its row, and brings rows up to date with a newer catalogue. Rows that
 * the user has touched stay as they are: what was corrected wins over what a catalogue says.
 */
export async function seedCatalogue(db: Knex, at: string): Promise<void> {
  const settings = settingRepository(db)
  if ((await settings.read('catalogue')) === HASH) return
  await db.transaction(async (trx) => {
    const repository = sourceRepository(trx)
    const shelved = await repository.shelved()
    for (const facts of SHELVED) {
      const row = shelved.get(facts.key)
      if (!row) await repository.insert(toSource(facts), at, facts.key)
      else if (row.rev === 1) await repository.update(row.id, toSource(facts))
      else await repository.fillFacts(row.id, toSource(facts))
    }
    await settingRepository(trx).write('catalogue', HASH)
  })
}

const toSource = ({ key, window, provenance, ...facts }: SourceFacts) => ({
  ...facts,
  id: catalogueId(key),
  synonyms: [...facts.synonyms],
  otherNames: [...facts.otherNames],
  ways: [...facts.ways],
  windowFrom: window[0],
  windowTo: window[1],
  provenance: wordsFor(provenance),
  claims: [],
  corrected: [],
})

const wordsFor = (provenance: Provenance) =>
  typeof provenance === 'string' ? provenance : provenance.published
