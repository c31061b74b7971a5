import type { Knex } from 'knex'
import type { NewPatch, Patch, PatchChange, PatchQuery } from '../../../shared/schemas/walk/patch'
import { patchRepository } from '../../repositories/patches'
import { stillNeeded, unacceptable } from '../log/failures'
import type { RecordKind } from '../log/record-kind'

export const patchKind: RecordKind<Patch, NewPatch, PatchChange, PatchQuery> = {
  collection: 'patches',
  noun: 'patch',
  table: 'patch',
  page: (db, query) => patchRepository(db).page(query),
  find: (db, id) => patchRepository(db).find(id),

  async insert(trx, input, at) {
    await refuseNamesake(trx, input.name, input.id)
    await patchRepository(trx).insert(input, at)
  },

  async change(trx, current, change) {
    if (change.name !== undefined) await refuseNamesake(trx, change.name, current.id)
    await patchRepository(trx).update(current.id, { ...current, ...change })
  },

  async revert(trx, before, after) {
    await refuseNamesake(trx, before.name, before.id)
    // an entry written before a place told so much says nothing of the rest
    await patchRepository(trx).update(before.id, { ...after, ...before })
  },

  async setAside(trx, { id }) {
    const dependents = await patchRepository(trx).dependents(id)
    if (dependents) throw stillNeeded(dependents)
  },

  restore: (trx, { name, id }) => refuseNamesake(trx, name, id),
}

/** Two places of one name could not be told apart on a tag. */
async function refuseNamesake(trx: Knex, name: string, id: string): Promise<void> {
  if (await patchRepository(trx).findNamesake(name, id)) {
    throw unacceptable(
      '/name',
      `There is already a place called ${name}: choose it, or another name.`,
    )
  }
}
