import type { Knex } from 'knex'
import { ofCollections } from '../../database/since-last-change'
import { readColours } from '../../repositories/deepest-colours'

const coloursDependOn = ofCollections('swatches', 'pots')

/**
 * The deepest dry colour that each lot gave, kept until a swatch or pot is written: thousands of
 * lots are looked at anew after every weighing, and hardly one of them has changed its colour.
 */
export function deepestColours(db: Knex) {
  let version = ''
  let kept = new Map<string, string | null>()

  return async (lotIds: readonly string[]): Promise<ReadonlyMap<string, string | null>> => {
    const now = JSON.stringify(await coloursDependOn(db, null))
    if (now !== version) {
      version = now
      kept = new Map()
    }
    const unknown = lotIds.filter((id) => !kept.has(id))
    for (const [id, hex] of await readColours(db, unknown)) kept.set(id, hex)
    for (const id of unknown) if (!kept.has(id)) kept.set(id, null)
    return kept
  }
}
