import type { Knex } from 'knex'
import { PARTS } from '../../../catalogue/parts'
import type { FindHit } from '../../../shared/views/log/find'
import { patchRepository } from '../../repositories/patches'
import { namesService } from '../walk/names'

const HITS = 5

const TAGGED = [
  { table: 'lot', kind: 'lot' },
  { table: 'jar', kind: 'jar' },
  { table: 'piece', kind: 'piece' },
  { table: 'mordant_bath', kind: 'bath' },
  { table: 'pot', kind: 'pot' },
  { table: 'swatch', kind: 'swatch' },
] as const

/** Anything by the beginning of its tag code, or by a name. */
export const findService = (db: Knex, names = namesService(db)) => ({
  async find(text: string): Promise<FindHit[]> {
    const tagged = await Promise.all(
      TAGGED.map(async ({ table, kind }) => {
        const rows = await db(table)
          // a range, not LIKE: the index on codes serves it
          .whereBetween('code', [text.toUpperCase(), `${text.toUpperCase()}\uffff`])
          .whereNull('set_aside_at')
          .orderBy('id', 'desc')
          .limit(HITS)
          .select<{ id: string; code: string }[]>('id', 'code')
        return rows.map(({ id, code }): FindHit => ({ kind, id, label: code, more: '' }))
      }),
    )
    const page = { aside: false, limit: HITS }
    const sources = await names.find(text, HITS)
    const patches = await patchRepository(db).page({ q: text, ...page })
    return [
      ...tagged.flat(),
      ...sources.map(({ source }): FindHit => ({
        kind: 'source',
        id: source.id,
        label: `${source.commonName}, ${PARTS[source.part].label}`,
        more: source.scientificName,
      })),
      ...patches.items.map(({ id, name }): FindHit => ({
        kind: 'patch',
        id,
        label: name,
        more: '',
      })),
    ]
  },
})
