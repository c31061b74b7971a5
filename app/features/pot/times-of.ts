import { dayAndTime } from '~/format/calendar'
import dayjs from 'dayjs'
import { InputError } from '~~/core/input-error'
import { dayPlan } from '~~/core/schedule/day-plan'
import type { WayStep } from '~~/core/pot/way-steps'
import { dayHours } from '~~/shared/rules/pot/day-hours'
import { flamesOf } from '~~/shared/rules/pot/flames'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Settings } from '~~/shared/schemas/log/settings'

export interface TimesTold {
  steps: { step: WayStep; at: number }[]
  begins: number
  enters: number
  ends: number
  /** Pots whose flames it goes round. */
  conflicts: string[]
  /** Steps of the evening before the pieces go in, or earlier. */
  nightBefore: string[]
  failure: string
}

const MIN = 60_000
const DAY = 24 * 60 * MIN
const ROUND_MS = 5 * MIN

/** The steps of a pot laid into days: from now on, or to be over by an instant. */
export function timesOf(asked: {
  steps: readonly WayStep[]
  settings: Settings
  open: readonly Pot[]
  potId: string | null
  now: number
  /** ms since 1970; null: begin now. */
  by: number | null
}): TimesTold {
  const { steps, settings, open, potId, now, by } = asked
  const total = steps.reduce((sum, { minutes }) => sum + minutes * MIN, 0)
  const span = Math.ceil((3 * total) / DAY) + 10
  const start = Math.ceil(now / ROUND_MS) * ROUND_MS
  const hours = dayHours(settings, by ?? start, { before: span, after: span })
  const flames = flamesOf(open, potId)
  const nothing = { steps: [], begins: 0, enters: 0, ends: 0, conflicts: [], nightBefore: [] }
  try {
    const question = { steps, ...hours, burners: settings.burners.length }
    const end = by === null ? { from: start } : { by }
    const plan = dayPlan({ ...question, busy: flames.map((flame) => flame.span), ...end })
    const laid = steps
      .map((step) => ({ step, at: plan.start[step.id]! }))
      .sort((a, b) => a.at - b.at)
    const enters = laid.find(({ step }) => step.kind === 'enter')?.at ?? plan.ends
    const alone = dayPlan({ ...question, busy: [], ...end })
    const isMoved = steps.some(({ id }) => alone.start[id] !== plan.start[id])
    const morning = +dayjs(enters).startOf('day')
    return {
      steps: laid,
      begins: plan.begins,
      enters,
      ends: plan.ends,
      conflicts: isMoved ? [...new Set(flames.map(({ code }) => code))] : [],
      nightBefore: laid
        .filter(({ step, at }) => at < morning && at + step.minutes * MIN > morning - DAY / 2)
        .map(({ step }) => step.words),
      failure:
        by !== null && plan.begins < now
          ? `Too late for that: it would have had to begin ${dayAndTime(plan.begins)}.`
          : '',
    }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { ...nothing, failure: error.message }
  }
}
