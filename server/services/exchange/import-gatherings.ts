import type { Part } from '../../../catalogue/parts'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { newId } from '../../../shared/ids'
import { lotChangeSchema } from '../../../shared/schemas/loft/lot'
import { validate } from '../../../shared/validate'
import type { Database } from '../../database/open'
import { reserveTagCode } from '../../repositories/tag-serials'
import {
  PLAIN_PATCH,
  type NewPatch,
  type Patch,
  type PatchChange,
  type PatchQuery,
} from '../../../shared/schemas/walk/patch'
import {
  newSourceSchema,
  type NewSource,
  type Source,
  type SourceChange,
  type SourceQuery,
} from '../../../shared/schemas/walk/source'
import type { LotRecords } from '../loft/lot-moves'
import type { Batch, Clock, Records } from '../log/records'
import { detailsOf, planGatherings, type PlannedGathering } from './plan-gatherings'
import { present } from '../../../core/present'
import { importer } from './importer'
import type { RunTask } from '../../workers/task-pool'
import { NEEDED_COLUMNS } from '../../../core/formats/darwin-core'
import type { Table } from '../../../core/formats/table'

export interface Collections {
  lots: LotRecords
  patches: Records<Patch, NewPatch, PatchChange, PatchQuery>
  sources: Records<Source, NewSource, SourceChange, SourceQuery>
}
/** Gatherings from a Darwin Core file: looked at first, then done all or not at all. */
export const importGatherings = (
  database: Database,
  log: Collections,
  clock: Clock,
  run: RunTask,
) =>
  importer<Table, PlannedGathering>(database, clock, {
    read: (bytes) => run('readTable', { bytes, wanted: NEEDED_COLUMNS }),
    plan: (db, table, progress) => planGatherings(db, table, clock(), progress),
    begin(batch) {
      const made = { sources: new Map<string, string>(), patches: new Map<string, string>() }
      return (row) => carryOut(log, batch, row, made)
    },
  })

async function carryOut(
  log: Collections,
  batch: Batch,
  { lot, there, newSource, newPatch, record, code, outcome }: PlannedGathering,
  made: { sources: Map<string, string>; patches: Map<string, string> },
): Promise<void> {
  const sourceId = newSource
    ? await makeSource(log, batch, newSource, present(record), made.sources)
    : present(lot).sourceId
  const patchId = newPatch
    ? await makePatch(log, batch, newPatch, present(record), made.patches)
    : present(lot).patchId
  if (outcome === 'new') {
    if (code) await reserveTagCode(batch.trx, code)
    await log.lots.createIn(batch, { ...present(lot), sourceId, patchId, ...(code && { code }) })
    return
  }
  const isWeighedAnew =
    present(record).amountBasis === 'measured' && present(record).massG !== present(there).massG
  const change = {
    ...detailsOf(present(record)),
    sourceId,
    // a place that was withheld says nothing of where it was
    ...(present(record).place.locality !== null && { patchId }),
    ...(isWeighedAnew && { netG: present(present(record).massG) }),
  }
  await log.lots.changeIn(batch, present(present(there).id), validate(lotChangeSchema, change))
}

async function makeSource(
  { sources }: Collections,
  batch: Batch,
  { key, part }: { key: string; part: Part },
  {
    scientificName,
    commonName,
    group,
  }: { scientificName: string; commonName: string; group: string | null },
  made: Map<string, string>,
): Promise<string> {
  const known = made.get(`${key}/${part}`)
  if (known) return known
  const id = newId()
  const body = {
    id,
    scientificName,
    commonName: commonName || scientificName,
    part,
    ...(group && { group }),
  }
  await sources.createIn(batch, validate(newSourceSchema, body))
  made.set(`${key}/${part}`, id)
  return id
}

async function makePatch(
  { patches }: Collections,
  batch: Batch,
  name: string,
  { place }: { place: { lat: number | null; lon: number | null } },
  made: Map<string, string>,
): Promise<string> {
  const key = foldName(name)
  const known = made.get(key)
  if (known) return known
  const id = newId()
  const { lat, lon } = place
  // a file that shows a place was made by someone who lets it be shown
  await patches.createIn(batch, {
    ...PLAIN_PATCH,
    id,
    name,
    lat,
    lon,
    privacy: lat === null ? 'dropped' : 'exact',
  })
  made.set(key, id)
  return id
}
