import type { Knex } from 'knex'
import type { LoftGroup } from '../../shared/views/loft/loft'

/** Of what came to hand: less is low. */
const LOW_SHARE = 0.15
/** Crumbs of a subtraction are nothing. */
const LEAST_G = 0.0005
const DONE = `exists (select 1 from lot_step where lot_step.lot_id = lot.id
  and lot_step.set_aside_at is null`

/** A lot's group, as SQL sees it; binds the days before which liquor, fresh and frozen go off. */
const GROUP_SQL = `case
  when left_g <= ${LEAST_G} then 'usedUp'
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
  const lots = () => db('lot').where({ from_log: '' }).whereNull('set_aside_at')
  return {
    counts: async () =>
      await lots()
        .groupBy('heap')
        .count('* as n')
        .select<{ heap: LoftGroup; n: number }[]>(db.raw(`${GROUP_SQL} as heap`, [...cutoffs])),

    /** What is there longest is best used first; of what is used up, the latest is asked for. */
    ids: async (heap: LoftGroup, limit: number): Promise<string[]> => {
      const order = heap === 'usedUp' ? 'desc' : 'asc'
      const inHeap = heap === 'usedUp' ? `left_g <= ${LEAST_G}` : `left_g > ${LEAST_G}`
      return await lots()
        .whereRaw(inHeap)
        .whereRaw(`${GROUP_SQL} = ?`, [...cutoffs, heap])
        .orderBy([
          { column: 'gathered_on', order },
          { column: 'id', order },
        ])
        .limit(limit)
        .pluck<string[]>('id')
    },
  }
}
