import dayjs from 'dayjs'
import type { Knex } from 'knex'
import type { NewPlan } from '../../../shared/schemas/year/plan'
import type { ChainView } from '../../../shared/views/year/chain'
import { planKind } from '../log/small-kinds'
import type { planChains } from './plan-chains'

const MOST_PLANS = 200

/** What is planned, and when it falls. */
export const yearService = (db: Knex, chains: ReturnType<typeof planChains>, clock: () => Date) => {
  const asked = () => {
    const now = clock()
    return { now: now.getTime(), on: dayjs(now).format('YYYY-MM-DD') }
  }
  return {
    /** Chains of all open plans. */
    async plans(): Promise<{ items: ChainView[] }> {
      const { items } = await planKind.page(db, { open: true, aside: false, limit: MOST_PLANS })
      return { items: await chains.all(items, asked()) }
    },

    /**
     * What a plan would come to, as it stands or with a part of it moved.
     *
     * @param moved the part that was just moved; where it finds no place, the next good day is told
     */
    preview: (plan: NewPlan, moved?: string): Promise<ChainView> =>
      chains.preview(plan, { ...asked(), ...(moved && { asked: moved }) }),
  }
}
