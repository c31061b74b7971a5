import type { Knex } from 'knex'
import type { LoftGroup } from '../../shared/views/loft/loft'

/** Of what came to hand: less is low. */
const LOW_SHARE = 0.15
const DONE = `exists (select 1 from lot_step where lot_step.lot_id = lot.id
  and lot_step.set_aside_at is null`

/** A lot's group, as SQL sees it; binds the days before which liquor, fresh and frozen go off. */
const GROUP_SQL = `case
  when hung_on is not null then 'drying'
  when state = 'liquor' and gathered_on < ? then 'goingOff'
  when state = 'liquor' then 'liquor'
  when state = 'fresh' and gathered_on < ? and not ${DONE} and lot_step.kind = 'aged')
    then 'goingOff'
  when state = 'frozen' and gathered_on < ? then 'goingOff'
  when left_g < ${LOW_SHARE} * net_g and not ${DONE}) then 'low'
  else 'ready' end`

/**
 * Stock in heaps by what matters of it.
 *
 * @param cutoffs local dates: liquors, fresh and frozen lots of before are going off
 */
export const loftHeaps = (db: Knex, cutoffs: readonly string[]) => {
  const inStock = () => db('lot').whereNull('set_aside_at').whereRaw('left_g > 0.0005')
  return {
    counts: async () =>
      await inStock()
        .groupBy('heap')
        .count('* as n')
        .select<{ heap: LoftGroup; n: number }[]>(db.raw(`${GROUP_SQL} as heap`, [...cutoffs])),

    /** What is there longest is best used first; the index is in that order. */
    ids: async (heap: LoftGroup, limit: number): Promise<string[]> =>
      await inStock()
        .whereRaw(`${GROUP_SQL} = ?`, [...cutoffs, heap])
        .orderBy(['gathered_on', 'id'])
        .limit(limit)
        .pluck<string[]>('id'),
  }
}
