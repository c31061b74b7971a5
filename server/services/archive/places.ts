import { sharedPlace } from '../../../core/formats/place'
import type { ArchivedPlaces } from '../../../shared/views/keeping/keeping'
import type { Patch } from '../../../shared/schemas/walk/patch'
import type { Row } from './table-text'

type Privacy = Patch['privacy']

/** What an archive must know of each patch to write places as they may go out. */
export interface PatchPrivacy {
  id: string
  privacy: Privacy
  /** Stands in for a name that tells where it is. */
  number: number
}

/** Rows as they go out: what they tell of places as was chosen. */
export function placesOf(
  places: ArchivedPlaces,
  patches: readonly PatchPrivacy[],
  lotPatches: ReadonlyMap<string, string>,
): (table: string, row: Row) => Row {
  if (places === 'exact') return (_, row) => row
  const byId = new Map(patches.map((patch) => [patch.id, patch]))
  const privacyOf = (patchId: string | undefined): Privacy => {
    if (places === 'none') return 'dropped'
    const own = byId.get(patchId ?? '')?.privacy ?? 'dropped'
    if (places === 'asPatchesSay') return own
    return own === 'dropped' ? 'dropped' : 'rounded'
  }
  const patchOut = <T extends object>(patch: T & { id?: unknown; name?: unknown }): T => {
    const id = String(patch.id)
    const privacy = privacyOf(id)
    if (privacy === 'exact') return patch
    const name = `Place ${byId.get(id)?.number ?? 0}`
    return {
      ...patch,
      ...coordinates(patch, privacy),
      name,
      ...('folded' in patch && { folded: name.toLowerCase() }),
      // what is written of a place tells where it is as its name does
      note: '',
      hazards: '',
    }
  }
  const photoOut = <T extends object>(photo: T & { lotId?: unknown; lot_id?: unknown }): T => {
    const lotId = String(photo.lotId ?? photo.lot_id ?? '')
    return { ...photo, ...coordinates(photo, privacyOf(lotPatches.get(lotId))) }
  }
  const OUT = { patches: patchOut, photos: photoOut } as const
  return (table, row) => {
    if (table === 'patch') return patchOut(row)
    if (table === 'photo') return photoOut(row)
    if (table !== 'change_log') return row
    const out = OUT[row.collection as keyof typeof OUT] as typeof patchOut | undefined
    if (!out) return row
    const told = (text: Row[string]) =>
      typeof text === 'string' && text !== 'null'
        ? JSON.stringify(out(JSON.parse(text) as object))
        : text
    return { ...row, before: told(row.before ?? null), after: told(row.after ?? null) }
  }
}

function coordinates(of: object, privacy: Privacy): { lat: number | null; lon: number | null } {
  const { lat = null, lon = null } = of as { lat?: number | null; lon?: number | null }
  const shared = sharedPlace({ name: '', lat, lon, privacy })
  return { lat: shared.lat, lon: shared.lon }
}
