import type { Knex } from 'knex'
import type { GatheringRecord } from '../../core/formats/darwin-core'
import type { Privacy } from '../../shared/schemas/walk/patch'
import { LOT_WORD_KEYS, type LotWords } from '../../shared/schemas/loft/lot-words'

/** A gathering with all that a file says of it. */
export interface GatheringRow extends LotWords {
  id: string
  code: string
  scientificName: string
  commonName: string
  speciesGroup: GatheringRecord['group']
  part: string
  gatheredOn: string
  massG: number
  state: GatheringRecord['state']
  amountBasis: GatheringRecord['amountBasis']
  count: number | null
  measure: string | null
  grossG: number | null
  tareG: number | null
  ownDryFraction: number | null
  ownDryBasis: string
  lotState: string
  stage: string | null
  obtained: string
  minutes: number | null
  chop: string
  contents: string
  sureness: GatheringRecord['sureness']
  evidence: string
  note: string
  patchName: string | null
  lat: number | null
  lon: number | null
  privacy: Privacy | null
}

const PAGE = 200

/** Gatherings, oldest first, some at a time: walks only, not what was made of them. */
export async function* gatheringRows(db: Knex): AsyncGenerator<GatheringRow[]> {
  for (let after = ''; ;) {
    const rows = await rowsAfter(db, after)
    const last = rows.at(-1)
    if (!last) return
    yield rows
    after = last.id
  }
}

const rowsAfter = async (db: Knex, after: string): Promise<GatheringRow[]> =>
  await db('lot')
    .join('source', 'source.id', 'lot.source_id')
    .leftJoin('patch', 'patch.id', 'lot.patch_id')
    .whereNull('lot.set_aside_at')
    .where({ 'lot.from_lots': '[]', 'lot.from_log': '' })
    .whereNull('lot.jar_id')
    .where('lot.id', '>', after)
    .orderBy('lot.id')
    .limit(PAGE)
    .select<GatheringRow[]>(
      'lot.id as id',
      'lot.code as code',
      'source.scientific_name as scientificName',
      'source.common_name as commonName',
      'source.species_group as speciesGroup',
      'source.part as part',
      'lot.gathered_on as gatheredOn',
      'lot.net_g as massG',
      db.raw(
        `(select state from lot_movement where lot_id = lot.id and kind = 'gathered' limit 1) as state`,
      ),
      'lot.amount_basis as amountBasis',
      'lot.count as count',
      'lot.measure as measure',
      'lot.gross_g as grossG',
      'lot.tare_g as tareG',
      'lot.own_dry_fraction as ownDryFraction',
      'lot.own_dry_basis as ownDryBasis',
      'lot.state as lotState',
      ...LOT_WORD_KEYS.map((word) => `lot.${word} as ${word}`),
      'lot.stage as stage',
      'lot.obtained as obtained',
      'lot.minutes as minutes',
      'lot.chop as chop',
      'lot.contents as contents',
      'lot.sureness as sureness',
      'lot.evidence as evidence',
      'lot.note as note',
      'patch.name as patchName',
      'patch.lat as lat',
      'patch.lon as lon',
      'patch.privacy as privacy',
    )
