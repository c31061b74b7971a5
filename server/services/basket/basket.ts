import type { Knex } from 'knex'
import {
  BASKET_LEVELS,
  type BasketRow,
  type BasketRows,
  type BasketView,
} from '../../../shared/views/basket/basket'
import type { Piece } from '../../../shared/schemas/basket/piece'
import { pieceRepository } from '../../repositories/pieces'
import { ofCollections, sinceLastChange } from '../../database/since-last-change'
import { basketRows, type BasketFilter } from '../../repositories/basket-rows'

/** Orders of the basket that are kept: as many as one looks at by turns. */
const SORTINGS_KEPT = 6
/** Sets offered to choose from. */
const MOST_SETS = 60

export interface BasketQuery extends BasketFilter {
  offset: number
  limit: number
}

/** The basket: how much is ready for what, and its lines a stretch at a time. */
export const basketService = (db: Knex) => {
  const rows = basketRows(db)

  async function compute(): Promise<BasketView> {
    const byLevel = new Map((await rows.levels()).map((row) => [row.level, row]))
    return {
      levels: BASKET_LEVELS.map((level) => ({
        level,
        count: byLevel.get(level)?.count ?? 0,
        dryG: byLevel.get(level)?.dryG ?? 0,
      })),
      sets: await rows.sets(MOST_SETS),
      dyed: await rows.count({ level: 'dyed' }),
    }
  }

  const version = ofCollections('pieces', 'pots', 'baths', 'sets')

  // what is in the basket is sorted once, however far down one looks
  const sortedIds = sinceLastChange(db, rows.sortedIds, version, SORTINGS_KEPT)
  const dyedCount = sinceLastChange(db, rows.count, version, SORTINGS_KEPT)

  return {
    view: sinceLastChange(db, (_: null) => compute(), version),

    async rows({ offset, limit, ...filter }: BasketQuery): Promise<BasketRows> {
      if (filter.level !== 'dyed') {
        const ids = await sortedIds(filter)
        return { rows: await rows.of(ids.slice(offset, offset + limit)), count: ids.length }
      }
      const ids = await rows.newestIds(filter, { offset, limit })
      return { rows: await rows.of(ids), count: await dyedCount(filter) }
    },

    /** Dry weights of pieces of the same fibre, form and name, g: what is usual of such. */
    alikeG: (like: Pick<Piece, 'fibre' | 'form' | 'name'>): Promise<number[]> =>
      pieceRepository(db).alikeG({ ...like, id: '' }),

    /** Lines of named pieces, whatever became of them; in the order asked for. */
    named: (ids: string[]): Promise<BasketRow[]> => rows.of(ids),
  }
}
