import type { Waypoint } from '../../../core/formats/waypoints'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { newId } from '../../../shared/ids'
import type { PlannedRow } from '../../../shared/views/exchange/import-plan'
import { newPatchSchema, PLAIN_PATCH, type Patch } from '../../../shared/schemas/walk/patch'
import type { Database } from '../../database/open'
import { patchRepository } from '../../repositories/patches'
import type { Clock } from '../log/records'
import type { Collections } from './import-gatherings'
import { everyOne } from './tables-out'
import type { Knex } from 'knex'
import { present } from '../../../core/present'
import { importer } from './importer'
import type { RunTask } from '../../workers/task-pool'

interface PlannedPatch extends PlannedRow {
  waypoint: Waypoint
  patch: Patch | null
}

/** Nearer than a metre is the same place. */
const SAME_DEG = 1e-5

/** Patches from a GPX or GeoJSON file: looked at first, then done all or not at all. */
export const importPatches = (
  database: Database,
  { patches }: Pick<Collections, 'patches'>,
  clock: Clock,
  run: RunTask,
) =>
  importer<Waypoint[], PlannedPatch>(database, clock, {
    read: (bytes) => run('readWaypoints', bytes),
    plan: planPatches,
    begin:
      (batch) =>
      async ({ outcome, waypoint, patch }) => {
        const { name, lat, lon, note } = waypoint
        if (outcome === 'new') {
          await patches.createIn(batch, { ...PLAIN_PATCH, id: newId(), name, lat, lon, note })
        } else {
          await patches.changeIn(batch, present(patch).id, { lat, lon })
        }
      },
  })

async function planPatches(db: Knex, waypoints: readonly Waypoint[]): Promise<PlannedPatch[]> {
  const known = await everyOne((after) =>
    patchRepository(db).page({ aside: false, limit: 200, after }),
  )
  const byName = new Map(known.map((patch) => [foldName(patch.name), patch]))
  const seen = new Set<string>()
  return waypoints.map((waypoint, i): PlannedPatch => {
    const key = foldName(waypoint.name)
    const patch = byName.get(key) ?? null
    const plan = { line: i + 1, what: waypoint.name, waypoint, patch }
    const checked = newPatchSchema.validate({ ...waypoint, id: newId() })
    if (checked.error) return { ...plan, outcome: 'refused', why: checked.error.message }
    if (seen.has(key)) return { ...plan, outcome: 'refused', why: 'the file holds this name twice' }
    seen.add(key)
    if (!patch) return { ...plan, outcome: 'new', why: 'shown nowhere outside this machine' }
    const isSame =
      patch.lat !== null &&
      Math.abs(patch.lat - waypoint.lat) < SAME_DEG &&
      Math.abs(present(patch.lon) - waypoint.lon) < SAME_DEG
    return isSame
      ? { ...plan, outcome: 'same', why: '' }
      : { ...plan, outcome: 'changed', why: 'its place on the map' }
  })
}
