import { group } from 'd3-array'
import type { Knex } from 'knex'
import { PART_HABITS } from '../../catalogue/sources/part-habits'
import { foldName } from '../../shared/rules/walk/fold-name'
import type { Page } from '../../shared/schemas/log/common'
import type { Source, SourceMore, SourceQuery } from '../../shared/schemas/walk/source'
import { countOf, likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { formatCount } from '../../core/quantity/format-count'
import type { Part } from '../../catalogue/parts'
import { first } from '../../core/present'
import { parseJson } from '../../core/json'

interface SourceRow extends RecordedRow {
  catalogue_key: string | null
  code: string
  scientific_name: string
  common_name: string
  part: string
  needs_mordant: string
  usual_ratio: number | null
  usual_ratio_state: string
  dry_fraction: number
  window_from: number | null
  window_to: number | null
  caution: string | null
  provenance: string
  species_group: Source['group']
  /** The rest of what is known, as JSON. */
  facts: string
  claims: string
  corrected: string
}

interface NameRow {
  source_id: string
  name: string
  kind: 'accepted' | 'synonym' | 'common'
}

/** The columns a source is written to; names are rows of their own. */
export type SourceFields = Omit<Source, 'rev' | 'createdAt' | 'updatedAt' | 'setAsideAt'>

const toRow = (source: Omit<SourceFields, 'id'>) => ({
  code: source.code,
  scientific_name: source.scientificName,
  common_name: source.commonName,
  part: source.part,
  needs_mordant: source.needsMordant,
  usual_ratio: source.usualRatio,
  usual_ratio_state: source.usualRatioState,
  dry_fraction: source.dryFraction,
  window_from: source.windowFrom,
  window_to: source.windowTo,
  caution: source.caution,
  provenance: source.provenance,
  species_group: source.group,
  facts: JSON.stringify(factsOf(source)),
  claims: JSON.stringify(source.claims),
  corrected: JSON.stringify(source.corrected),
})

/** What holds of a part where a row says nothing: those written before there were such facts. */
const factsOfPart = (part: Source['part'], group: Source['group']): Omit<SourceMore, 'group'> => ({
  ways: [...PART_HABITS[part].ways],
  hues: {},
  heatLimitC: null,
  fastness: 'unknown',
  lookAlikes: null,
  poisonous: false,
  care: PART_HABITS[part].care,
  rule: PART_HABITS[part].rule,
  stopGroup: group === 'fungus' ? 'fungus' : null,
})

/** What is kept as one text: no query asks for it. */
const factsOf = (source: Omit<SourceFields, 'id'>): Omit<SourceMore, 'group'> => ({
  ways: source.ways,
  hues: source.hues,
  heatLimitC: source.heatLimitC,
  fastness: source.fastness,
  lookAlikes: source.lookAlikes,
  poisonous: source.poisonous,
  care: source.care,
  rule: source.rule,
  stopGroup: source.stopGroup,
})

const toSource = (row: SourceRow, names: NameRow[]): Source => ({
  code: row.code,
  scientificName: row.scientific_name,
  commonName: row.common_name,
  synonyms: names.filter(({ kind }) => kind === 'synonym').map(({ name }) => name),
  otherNames: names
    .filter(({ kind, name }) => kind === 'common' && name !== row.common_name)
    .map(({ name }) => name),
  part: row.part as Source['part'],
  needsMordant: row.needs_mordant as Source['needsMordant'],
  usualRatio: row.usual_ratio,
  usualRatioState: row.usual_ratio_state as Source['usualRatioState'],
  dryFraction: row.dry_fraction,
  windowFrom: row.window_from,
  windowTo: row.window_to,
  caution: row.caution,
  provenance: row.provenance,
  group: row.species_group,
  ...factsOfPart(row.part as Source['part'], row.species_group),
  ...parseJson<Partial<SourceMore>>(row.facts),
  claims: parseJson<Source['claims']>(row.claims),
  corrected: parseJson<string[]>(row.corrected),
  ...toRecorded(row),
})

export const sourceRepository = (db: Knex) => {
  async function withNames(rows: SourceRow[]): Promise<Source[]> {
    const names = await db<NameRow>('source_name')
      .whereIn(
        'source_id',
        rows.map(({ id }) => id),
      )
      .orderBy('id')
    const bySource = group(names, ({ source_id }) => source_id)
    return rows.map((row) => toSource(row, bySource.get(row.id) ?? []))
  }

  async function writeNames(id: string, source: Omit<SourceFields, 'id'>): Promise<void> {
    await db('source_name').where({ source_id: id }).delete()
    const names = [
      { name: source.scientificName, kind: 'accepted' },
      ...source.synonyms.map((name) => ({ name, kind: 'synonym' })),
      ...[source.commonName, ...source.otherNames].map((name) => ({ name, kind: 'common' })),
    ]
    await db('source_name').insert(
      names.map(({ name, kind }) => ({ source_id: id, name, kind, folded: foldName(name) })),
    )
  }

  return {
    async page({ q, part, ...page }: SourceQuery): Promise<Page<Source>> {
      const rows = db('source')
      if (part) rows.where({ part })
      for (const word of foldName(q ?? '')
        .split(' ')
        .filter(Boolean)) {
        rows.whereExists((names) =>
          names
            .from('source_name')
            .whereRaw('source_name.source_id = source.id')
            .whereRaw(`(' ' || folded) like ? escape '\\'`, `% ${likeText(word)}%`),
        )
      }
      const found = await pageOf<SourceRow>(db, rows, 'source', page)
      return { items: await withNames(found.items), next: found.next }
    },

    async findMany(ids: readonly string[]): Promise<Source[]> {
      return withNames(await db<SourceRow>('source').whereIn('id', [...new Set(ids)]))
    },

    /** Of live sources with a name, by what they are called. */
    namedIds: async (): Promise<string[]> =>
      await db('source')
        .whereNull('set_aside_at')
        .whereNot('scientific_name', 'like', 'Unnamed %')
        .orderBy('common_name')
        .pluck<string[]>('id'),

    /** Of sources something was used of; asked shortly, since a long question holds up all others. */
    dyedIds: async (): Promise<string[]> =>
      await db('source')
        .whereIn(
          'id',
          db('lot')
            .whereIn('id', db('lot_movement').where({ kind: 'used' }).select('lot_id'))
            .select('source_id'),
        )
        .orderBy('common_name')
        .pluck<string[]>('id'),

    /** Accepted names and synonyms of live sources, folded, accepted ones first. */
    foldedNames: async (): Promise<{ folded: string; id: string; part: Part }[]> =>
      await db('source_name')
        .join('source', 'source.id', 'source_name.source_id')
        .whereNull('source.set_aside_at')
        .whereIn('source_name.kind', ['accepted', 'synonym'])
        .orderBy('source_name.kind')
        .select<
          {
            folded: string
            id: string
            part: Part
          }[]
        >('source_name.folded as folded', 'source.id as id', 'source.part as part'),

    async find(id: string): Promise<Source | null> {
      const row = await db<SourceRow>('source').where({ id }).first()
      return row ? first(await withNames([row])) : null
    },

    async insert(
      { id, ...source }: SourceFields,
      at: string,
      catalogueKey: string | null = null,
    ): Promise<void> {
      await db('source').insert({
        id,
        ...toRow(source),
        catalogue_key: catalogueKey,
        created_at: at,
        updated_at: at,
      })
      await writeNames(id, source)
    },

    /** Gives a row that was touched before there were such facts what the catalogue says of them. */
    async fillFacts(id: string, source: Omit<SourceFields, 'id'>): Promise<void> {
      await db('source')
        .where({ id, facts: '{}' })
        .update({ facts: JSON.stringify(factsOf(source)) })
    },

    async update(id: string, source: Omit<SourceFields, 'id'>): Promise<void> {
      await db('source').where({ id }).update(toRow(source))
      await writeNames(id, source)
    },

    /** Ids of catalogue entries that have a row, with the version they stand at. */
    async shelved(): Promise<Map<string, { id: string; rev: number }>> {
      const rows = await db('source')
        .whereNotNull('catalogue_key')
        .select<{ key: string; id: string; rev: number }[]>('catalogue_key as key', 'id', 'rev')
      return new Map(rows.map(({ key, ...row }) => [key, row]))
    },

    /** One sentence on what hangs on a source, or null. */
    async dependents(id: string): Promise<string | null> {
      const lots = await countOf(db('lot').where({ source_id: id }).whereNull('set_aside_at'))
      return lots ? `${formatCount(lots, 'lot')} of it are in the log.` : null
    },
  }
}
