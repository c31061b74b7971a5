import { createHash } from 'node:crypto'
import { setImmediate } from 'node:timers/promises'
import type { Part } from '../../../catalogue/parts'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { newId } from '../../../shared/ids'
import type { ImportPlan, PlannedRow } from '../../../shared/views/exchange/import-plan'
import { lotChangeSchema } from '../../../shared/schemas/loft/lot'
import { validate } from '../../../shared/validate'
import type { Database } from '../../database/open'
import { reserveTagCode } from '../../repositories/tag-serials'
import { Refusal } from '../log/failures'
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
import { first, present } from '../../../core/present'

export interface Collections {
  lots: LotRecords
  patches: Records<Patch, NewPatch, PatchChange, PatchQuery>
  sources: Records<Source, NewSource, SourceChange, SourceQuery>
}
type Progress = (done: number, of: number) => void

/** Words of a plan for the page: what is done with each row, and a name for the whole. */
export function shownPlan(planned: readonly PlannedRow[]): ImportPlan {
  const rows = planned.map(({ line, outcome, what, why }) => ({ line, outcome, what, why }))
  const counts = { new: 0, same: 0, changed: 0, refused: 0 }
  rows.forEach(({ outcome }) => counts[outcome]++)
  return { rows, counts, hash: createHash('sha256').update(JSON.stringify(rows)).digest('hex') }
}

/** Refuses a plan that is not the one that was looked at, or that holds refused rows. */
export function refuseOtherPlan(plan: ImportPlan, hash: string): void {
  if (plan.hash !== hash) {
    throw new Refusal(
      409,
      'Changed meanwhile',
      'The file or the log is not what you looked at: look again. Nothing was changed.',
    )
  }
  const refused = plan.rows.filter(({ outcome }) => outcome === 'refused')
  if (refused.length === 0) return
  const { line, why } = first(refused)
  throw new Refusal(
    422,
    'Some rows are refused',
    `${refused.length} rows are refused, the first on line ${line}: ${why}. Nothing was changed.`,
  )
}

/** Gatherings from a Darwin Core file: looked at first, then done all or not at all. */
export const importGatherings = (database: Database, log: Collections, clock: Clock) => ({
  preview: async (bytes: Uint8Array, progress: Progress): Promise<ImportPlan> =>
    shownPlan(await planGatherings(database.read, bytes, clock(), progress)),

  /** @param hash of the plan that was looked at */
  async apply(bytes: Uint8Array, hash: string, progress: Progress) {
    return database.write.transaction(async (trx) => {
      const planned = await planGatherings(trx, bytes, clock(), () => undefined)
      refuseOtherPlan(shownPlan(planned), hash)
      const batch: Batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const made = { sources: new Map<string, string>(), patches: new Map<string, string>() }
      let rows = 0
      for (const [i, plan] of planned.entries()) {
        if (plan.outcome === 'new' || plan.outcome === 'changed') {
          await carryOut(log, batch, plan, made)
          rows++
        }
        if (i % 50 > 0) continue
        progress(i, planned.length)
        await setImmediate()
      }
      return { changeSetId: rows > 0 ? batch.changeSetId : null, rows }
    })
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
