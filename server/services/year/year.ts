import dayjs from 'dayjs'
import type { Knex } from 'knex'
import type { NewPlan, PlanQuery } from '../../../shared/schemas/year/plan'
import type { Settings } from '../../../shared/schemas/log/settings'
import type { ChainView } from '../../../shared/views/year/chain'
import { sinceLastChange } from '../../database/since-last-change'
import { everyPage } from '../log/every-page'
import { readSettings } from '../log/settings'
import { planKind } from '../log/small-kinds'
import type { planChains } from './plan-chains'

/** What begins now begins within so long. */
export const CHAINS_KEPT_MS = 5 * 60_000

/** What chains depend on beside the log. */
interface Kept {
  now: number
  on: string
  settings: Settings
}

/** What is planned, and when it falls. */
export const yearService = (db: Knex, chains: ReturnType<typeof planChains>, clock: () => Date) => {
  const asked = () => {
    const now = clock()
    return { now: now.getTime(), on: dayjs(now).format('YYYY-MM-DD') }
  }
  const kept = sinceLastChange(db, async ({ now, on }: Kept) => {
    const items = await everyPage((query: PlanQuery) => planKind.page(db, query), {
      open: true,
      aside: false,
    })
    return { items: await chains.all(items, { now, on }) }
  })
  return {
    /** Chains of all open plans, kept while log, settings and clock are much as they were. */
    plans: async (): Promise<{ items: ChainView[] }> => {
      const { now, on } = asked()
      return kept({
        now: Math.floor(now / CHAINS_KEPT_MS) * CHAINS_KEPT_MS,
        on,
        settings: await readSettings(db),
      })
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
