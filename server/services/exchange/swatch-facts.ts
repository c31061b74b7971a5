import type { Knex } from 'knex'
import { fromLogOf } from '../../../shared/rules/pot/from-log'
import type { Piece } from '../../../shared/schemas/basket/piece'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Source } from '../../../shared/schemas/walk/source'
import type { Swatch } from '../../../shared/schemas/swatch/swatch'
import { giveWay } from '../../database/give-way'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import { lookUp } from '../../../core/present'

/** A swatch that was read, with all that it came of. */
export interface SwatchFacts {
  swatch: Swatch
  pot: Pot
  piece: Piece
  sources: Source[]
}

/** A page is read in a hundredth of a second or so. */
const PAGE = 25

/** Every read swatch of one's own, newest first, a page at a time: others get their turn between. */
export async function* readSwatches(db: Knex): AsyncGenerator<SwatchFacts> {
  const sources = new Map<string, Source>()
  let after: string | undefined
  do {
    const { items, next } = await swatchRepository(db).page({
      aside: false,
      limit: PAGE,
      unread: false,
      after,
    })
    const pots = await potRepository(db).findMany([...new Set(items.map((s) => s.potId))])
    const pieces = await pieceRepository(db).findMany([...new Set(items.map((s) => s.pieceId))])
    const potOf = new Map(pots.map((pot) => [pot.id, pot]))
    const pieceOf = new Map(pieces.map((piece) => [piece.id, piece]))
    const wanted = pots
      .flatMap((pot) => pot.lots.map(({ sourceId }) => sourceId))
      .filter((id) => !sources.has(id))
    for (const source of await sourceRepository(db).findMany([...new Set(wanted)])) {
      sources.set(source.id, source)
    }
    for (const swatch of items) {
      const pot = lookUp(potOf, swatch.potId)
      if (fromLogOf(pot) !== '') continue
      const ids = [...new Set(pot.lots.map(({ sourceId }) => sourceId))]
      yield {
        swatch,
        pot,
        piece: lookUp(pieceOf, swatch.pieceId),
        sources: ids.map((id) => lookUp(sources, id)),
      }
    }
    after = next ?? undefined
    await giveWay()
  } while (after)
}
