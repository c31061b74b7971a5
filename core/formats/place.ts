/** A place as it may leave this machine. */
export interface SharedPlace {
  locality: string | null
  lat: number | null
  lon: number | null
  /** Radius that surely holds the place, m; null where it is exact or not given. */
  uncertaintyM: number | null
  withheld: string | null
}

interface PrivatePlace {
  name: string
  lat: number | null
  lon: number | null
  privacy: 'dropped' | 'rounded' | 'exact'
}

const STEP_DEG = 0.1
/** Half the diagonal of a tenth of a degree at the equator, where it is largest, m. */
const ROUNDED_M = 7870
const WITHHELD = 'place withheld by the gatherer'

const NOWHERE: SharedPlace = {
  locality: null,
  lat: null,
  lon: null,
  uncertaintyM: null,
  withheld: null,
}

/**
 * What a place shows outside of this machine, by its privacy: nothing, coordinates rounded to a tenth
 * of a degree without its name, or all.
 */
export function sharedPlace(place: PrivatePlace | null): SharedPlace {
  if (!place) return NOWHERE
  if (place.privacy === 'dropped') return { ...NOWHERE, withheld: WITHHELD }
  const { name: locality, lat, lon, privacy } = place
  if (privacy === 'exact') return { ...NOWHERE, locality, lat, lon }
  // nothing to be rounded: the name alone would say where it is
  if (lat === null || lon === null) return { ...NOWHERE, withheld: WITHHELD }
  return {
    locality: null,
    lat: rounded(lat),
    lon: rounded(lon),
    uncertaintyM: ROUNDED_M,
    withheld: 'place rounded to a tenth of a degree',
  }
}

const rounded = (degrees: number) => Math.round(Math.round(degrees / STEP_DEG) * STEP_DEG * 10) / 10
