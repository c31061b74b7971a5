import type { Knex } from 'knex'
import {
  DARWIN_CORE_COLUMNS,
  toDarwinCore,
  type GatheringRecord,
} from '../../../core/formats/darwin-core'
import { sharedPlace } from '../../../core/formats/place'
import { writeTable } from '../../../core/formats/table'
import type { Content } from '../../../core/harvest/contents'
import type { Privacy } from '../../../shared/schemas/walk/patch'

interface GatheringRow {
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
  host: string
  weather: string
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

/** Gatherings as they would leave this machine, oldest first: walks only, not what was made of them. */
export async function gatheringRecords(db: Knex): Promise<GatheringRecord[]> {
  const rows = (await db('lot')
    .join('source', 'source.id', 'lot.source_id')
    .leftJoin('patch', 'patch.id', 'lot.patch_id')
    .whereNull('lot.set_aside_at')
    .where('lot.from_lots', '[]')
    .whereNull('lot.jar_id')
    .orderBy('lot.id')
    .select(
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
      'lot.stage as stage',
      'lot.obtained as obtained',
      'lot.host as host',
      'lot.weather as weather',
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
    )) as GatheringRow[]
  return rows.map(toRecord)
}

const toRecord = (row: GatheringRow): GatheringRecord => ({
  id: row.id,
  code: row.code,
  scientificName: row.scientificName,
  commonName: row.commonName,
  group: row.speciesGroup,
  part: row.part,
  gatheredOn: row.gatheredOn,
  massG: Math.round(row.massG * 1000) / 1000,
  state: row.state,
  amountBasis: row.amountBasis,
  count: row.count,
  measure: row.measure,
  grossG: row.grossG,
  tareG: row.tareG,
  dryFraction: row.ownDryBasis === 'measured' ? row.ownDryFraction : null,
  stage: row.stage,
  obtained: row.obtained,
  host: row.host,
  weather: row.weather,
  minutes: row.minutes,
  chop: row.chop,
  contents: JSON.parse(row.contents) as Content[],
  sureness: row.sureness,
  evidence: JSON.parse(row.evidence) as unknown[],
  note: row.note,
  place: sharedPlace(
    row.patchName === null
      ? null
      : { name: row.patchName, lat: row.lat, lon: row.lon, privacy: row.privacy! },
  ),
})

/** All gatherings as a Darwin Core CSV file. */
export const gatheringsCsv = async (db: Knex): Promise<string> =>
  writeTable(DARWIN_CORE_COLUMNS, (await gatheringRecords(db)).map(toDarwinCore))
