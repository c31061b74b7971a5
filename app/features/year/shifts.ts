import dayjs from 'dayjs'
import { weekdayDay } from '~/format/calendar'
import type { ChainView } from '~~/shared/views/year/chain'
import { barWords } from './chain-words'

/** Local date of each part, by `planId/stepId`. */
export type Days = Readonly<Record<string, string>>

/** A part of a plan that lies on another day than before. */
export interface Shift {
  key: string
  words: string
}

const dateOf = (at: number) => dayjs(at).format('YYYY-MM-DD')

/** What somebody who looks at it now has seen. */
export const daysOfChains = (chains: readonly ChainView[]): Days =>
  Object.fromEntries(
    chains.flatMap(({ plan, steps }) =>
      steps.map(({ id, from }) => [`${plan.id}/${id}`, dateOf(from)] as const),
    ),
  )

/** Parts that lay on another day; what is new, done or gone is no shift. */
export const shiftsBetween = (before: Days, chains: readonly ChainView[]): Shift[] =>
  chains.flatMap(({ plan, steps }) =>
    steps.flatMap((step): Shift[] => {
      const key = `${plan.id}/${step.id}`
      const was = before[key]
      if (was === undefined || was === dateOf(step.from)) return []
      const days = `${weekdayDay(was)} to ${weekdayDay(step.from)}`
      return [{ key, words: `${plan.words}, ${barWords(step)}: ${days}` }]
    }),
  )
