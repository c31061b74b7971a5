import type { Knex } from 'knex'
import { stepNow } from '../../core/mordant/bath-steps'
import type { OnTheHob } from '../../shared/hob-view'
import { bathRepository } from '../repositories/mordant-baths'

/** Everything that runs and has a clock, what is due first at the head. */
export const hobService = (db: Knex) => ({
  async view(): Promise<OnTheHob[]> {
    const running = (await bathRepository(db).open()).filter(({ startedAt }) => startedAt)
    return running
      .map(({ id, code, scheme, pieces, steps, events, startedAt }): OnTheHob => {
        const done = events.map(({ stepId, at, skipped }) => ({
          ...{ stepId, skipped },
          at: Date.parse(at),
        }))
        const now = stepNow(steps, done, Date.parse(startedAt!))
        const doneIds = new Set(done.map(({ stepId }) => stepId))
        const next = now && steps.find((step) => !doneIds.has(step.id) && step.id !== now.step.id)
        return { id, code, scheme, pieces: pieces.length, now, next: next?.kind ?? null }
      })
      .sort((a, b) => (a.now?.due ?? 0) - (b.now?.due ?? 0))
  },
})
