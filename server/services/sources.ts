import { PARTS } from '../../catalogue/parts'
import type { NewSource, Source, SourceChange, SourceQuery } from '../../shared/schemas/source'
import { sourceRepository } from '../repositories/sources'
import { stillNeeded } from './failures'
import type { RecordKind } from './record-kind'

export const sourceKind: RecordKind<Source, NewSource, SourceChange, SourceQuery> = {
  collection: 'sources',
  noun: 'source',
  table: 'source',
  page: (db, query) => sourceRepository(db).page(query),
  find: (db, id) => sourceRepository(db).find(id),

  async insert(trx, input, at) {
    await sourceRepository(trx).insert(
      {
        ...input,
        code: input.code ?? codeFor(input.commonName),
        dryFraction: input.dryFraction ?? PARTS[input.part].dryFraction,
        provenance: 'yours',
      },
      at,
    )
  },

  async change(trx, current, change) {
    await sourceRepository(trx).update(current.id, { ...current, ...change, provenance: 'yours' })
  },

  async revert(trx, before) {
    await sourceRepository(trx).update(before.id, before)
  },

  async setAside(trx, { id }) {
    const dependents = await sourceRepository(trx).dependents(id)
    if (dependents) throw stillNeeded(dependents)
  },
}

/** Three letters of a name for its tags, filled up with X: "Rue" gives RUE, "Ox" OXX. */
export function codeFor(name: string): string {
  const letters = name
    .normalize('NFD')
    .replace(/[^A-Za-z]/g, '')
    .toUpperCase()
  return letters.slice(0, 3).padEnd(3, 'X')
}
