import type { Knex } from 'knex'
import {
  DARWIN_CORE_COLUMNS,
  toDarwinCore,
  type GatheringRecord,
} from '../../../core/formats/darwin-core'
import { sharedPlace } from '../../../core/formats/place'
import { writeHeader, writeRows } from '../../../core/formats/table'
import type { Content } from '../../../core/harvest/contents'
import { gatheringRows, type GatheringRow } from '../../repositories/gathering-rows'
import { present } from '../../../core/present'
import { parseJson } from '../../../core/json'
import { lotWordsOf } from '../../../shared/schemas/loft/lot-words'

/** Gatherings as they would leave this machine, oldest first: walks only, not what was made of them. */
export async function gatheringRecords(db: Knex): Promise<GatheringRecord[]> {
  const records: GatheringRecord[] = []
  for await (const rows of gatheringRows(db)) records.push(...rows.map(toRecord))
  return records
}

/** Words that have no term of their own in the file; the host has one. */
function wordsBeside(row: GatheringRow): Record<string, string> {
  const { host: _, ...words } = lotWordsOf(row)
  return words
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
  words: wordsBeside(row),
  minutes: row.minutes,
  chop: row.chop,
  contents: parseJson<Content[]>(row.contents),
  sureness: row.sureness,
  evidence: parseJson<unknown[]>(row.evidence),
  note: row.note,
  place: sharedPlace(
    row.patchName === null
      ? null
      : { name: row.patchName, lat: row.lat, lon: row.lon, privacy: present(row.privacy) },
  ),
})

/** All gatherings as a Darwin Core CSV file. */
export async function* gatheringsCsv(db: Knex): AsyncGenerator<string> {
  yield writeHeader(DARWIN_CORE_COLUMNS)
  for await (const rows of gatheringRows(db)) {
    yield writeRows(
      DARWIN_CORE_COLUMNS,
      rows.map((row) => toDarwinCore(toRecord(row))),
    )
  }
}
