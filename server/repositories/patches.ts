import type { Knex } from 'knex'
import { foldName } from '../../shared/rules/walk/fold-name'
import type { Page } from '../../shared/schemas/log/common'
import type { NewPatch, Patch, PatchQuery } from '../../shared/schemas/walk/patch'
import { countOf, likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { formatCount } from '../../core/quantity/format-count'
import { parseJson } from '../../core/json'

interface PatchRow extends RecordedRow {
  folded: string
  name: string
  lat: number | null
  lon: number | null
  permission: string
  hazard_kinds: string
  hazards: string
  privacy: Patch['privacy']
  note: string
}

const toPatch = (row: PatchRow): Patch => ({
  name: row.name,
  lat: row.lat,
  lon: row.lon,
  permission: row.permission,
  hazardKinds: parseJson<string[]>(row.hazard_kinds),
  hazards: row.hazards,
  privacy: row.privacy,
  note: row.note,
  ...toRecorded(row),
})

const toRow = (patch: Omit<NewPatch, 'id'>) => ({
  name: patch.name,
  folded: foldName(patch.name),
  lat: patch.lat,
  lon: patch.lon,
  permission: patch.permission,
  hazard_kinds: JSON.stringify(patch.hazardKinds),
  hazards: patch.hazards,
  privacy: patch.privacy,
  note: patch.note,
})

export const patchRepository = (db: Knex) => ({
  async page({ q, ...page }: PatchQuery): Promise<Page<Patch>> {
    const rows = db('patch')
    if (q) rows.whereRaw(`folded like ? escape '\\'`, `%${likeText(foldName(q))}%`)
    const { items, next } = await pageOf<PatchRow>(db, rows, 'patch', page)
    return { items: items.map(toPatch), next }
  },

  names: async (): Promise<Map<string, string>> =>
    new Map(
      (await db('patch').select<{ id: string; name: string }[]>('id', 'name')).map(
        ({ id, name }) => [id, name],
      ),
    ),

  /** Ids of live patches by their folded names. */
  idsByFoldedName: async (): Promise<Map<string, string>> =>
    new Map(
      (
        await db('patch').whereNull('set_aside_at').select<
          {
            id: string
            folded: string
          }[]
        >('id', 'folded')
      ).map(({ id, folded }) => [folded, id]),
    ),

  async find(id: string): Promise<Patch | null> {
    const row = await db<PatchRow>('patch').where({ id }).first()
    return row ? toPatch(row) : null
  },

  /** The id of another patch of the same name, folded, that is not set aside. */
  async findNamesake(name: string, exceptId: string): Promise<string | null> {
    const row = await db<PatchRow>('patch')
      .where({ folded: foldName(name) })
      .whereNot({ id: exceptId })
      .whereNull('set_aside_at')
      .first('id')
    return row?.id ?? null
  },

  async insert({ id, ...patch }: NewPatch, at: string): Promise<void> {
    await db('patch').insert({ id, ...toRow(patch), created_at: at, updated_at: at })
  },

  async update(id: string, patch: Omit<NewPatch, 'id'>): Promise<void> {
    await db('patch').where({ id }).update(toRow(patch))
  },

  /** One sentence on what hangs on a patch, or null. */
  async dependents(id: string): Promise<string | null> {
    const lots = await countOf(db('lot').where({ patch_id: id }).whereNull('set_aside_at'))
    return lots ? `${formatCount(lots, 'lot')} were gathered there.` : null
  },
})
