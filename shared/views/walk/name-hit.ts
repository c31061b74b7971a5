import type { Source } from '../../schemas/walk/source'

/** A source found by any of its names. */
export interface NameHit {
  source: Source
  /** The older or other name by which it was found; null where it is the first name itself. */
  via: string | null
}
