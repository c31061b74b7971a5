import type { Knex } from 'knex'
import { PARTS } from '../../catalogue/parts'
import type { Provenance } from '../../catalogue/provenance'
import { SOURCES, type SourceFacts } from '../../catalogue/sources'
import { catalogueId } from '../../shared/ids'
import { sourceRepository } from '../repositories/sources'

/**
 * Gives every catalogue entry its row, once. Rows that are there stay as they are: what the
 * user corrected wins over what a later catalogue says.
 */
export async function shelveCatalogue(db: Knex, at: string): Promise<void> {
  await db.transaction(async (trx) => {
    const repository = sourceRepository(trx)
    const known = new Set(await repository.catalogueKeys())
    for (const facts of SOURCES) {
      if (known.has(facts.key)) continue
      await repository.insert(toSource(facts), at, facts.key)
    }
  })
}

const toSource = (facts: SourceFacts) => ({
  id: catalogueId(facts.key),
  code: facts.code,
  scientificName: facts.scientificName,
  commonName: facts.commonName,
  synonyms: [...facts.synonyms],
  otherNames: [...facts.otherNames],
  part: facts.part,
  needsMordant: facts.needsMordant,
  usualRatio: facts.usualRatio,
  usualRatioState: facts.usualRatioState,
  dryFraction: PARTS[facts.part].dryFraction,
  windowFrom: facts.window[0],
  windowTo: facts.window[1],
  caution: facts.caution,
  provenance: wordsFor(facts.provenance),
})

const wordsFor = (provenance: Provenance) =>
  typeof provenance === 'string' ? provenance : provenance.published
