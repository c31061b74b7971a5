import { PARTS } from '../../../catalogue/parts'
import { PART_HABITS } from '../../../catalogue/sources/part-habits'
import type {
  NewSource,
  Source,
  SourceChange,
  SourceQuery,
} from '../../../shared/schemas/walk/source'
import { sourceRepository } from '../../repositories/sources'
import { stillNeeded } from '../log/failures'
import type { RecordKind } from '../log/record-kind'

export const sourceKind: RecordKind<Source, NewSource, SourceChange, SourceQuery> = {
  collection: 'sources',
  noun: 'source',
  table: 'source',
  page: (db, query) => sourceRepository(db).page(query),
  find: (db, id) => sourceRepository(db).find(id),

  async insert(trx, input, at) {
    const habits = PART_HABITS[input.part]
    const group = input.group ?? groupOf(input.part)
    await sourceRepository(trx).insert(
      {
        ...input,
        code: input.code ?? codeFor(input.commonName),
        dryFraction: input.dryFraction ?? PARTS[input.part].dryFraction,
        provenance: 'yours',
        group,
        ways: input.ways ?? [...habits.ways],
        hues: input.hues ?? {},
        heatLimitC: input.heatLimitC ?? null,
        fastness: input.fastness ?? 'unknown',
        lookAlikes: input.lookAlikes ?? null,
        poisonous: input.poisonous ?? false,
        care: input.care ?? habits.care,
        rule: input.rule ?? habits.rule,
        stopGroup: input.stopGroup ?? (group === 'fungus' ? 'fungus' : null),
        claims: [],
        corrected: [],
      },
      at,
    )
  },

  async change(trx, current, { claims, ...change }) {
    // a source of the user's own has no catalogue to correct
    const named = current.provenance === 'yours' ? [] : Object.keys(change)
    await sourceRepository(trx).update(current.id, {
      ...current,
      ...change,
      claims: claims ?? current.claims,
      corrected: [...new Set([...current.corrected, ...named])],
    })
  },

  async revert(trx, before, after) {
    // an entry written before a source told so much says nothing of the rest
    await sourceRepository(trx).update(before.id, { ...after, ...before })
  },

  async setAside(trx, { id }) {
    const dependents = await sourceRepository(trx).dependents(id)
    if (dependents) throw stillNeeded(dependents)
  },
}

const groupOf = (part: Source['part']): Source['group'] => {
  if (part === 'thallus') return 'lichen'
  if (part === 'insect') return 'insect'
  return part === 'fruitBody' || part === 'cap' ? 'fungus' : 'plant'
}

/** Three letters of a name for its tags, filled up with X: "Rue" gives RUE, "Ox" OXX. */
export function codeFor(name: string): string {
  const letters = name
    .normalize('NFD')
    .replace(/[^A-Za-z]/g, '')
    .toUpperCase()
  return letters.slice(0, 3).padEnd(3, 'X')
}
