import dayjs from 'dayjs'
import { agentFacts } from '../../../catalogue/agents'
import type { CalendarEntry } from '../../../shared/views/log/calendar-entry'
import type { ChainStep, ChainView } from '../../../shared/views/year/chain'

const HOST = 'juniper-haze'
/** Somebody has to come in from the garden. */
const BEFORE_HANDS_MIN = 10

interface PlanAsk {
  /** Grows with every change of the log and with the clock: a chain moves on with both. */
  sequence: number
  withPlaces: boolean
}

/** What a plan wants of hands: walks as whole days, baths and pots by the clock. */
export const ofPlan = (chain: ChainView, { sequence, withPlaces }: PlanAsk): CalendarEntry[] =>
  chain.steps.flatMap((step): CalendarEntry[] => {
    const summary = summaryOf(step, chain)
    if (summary === null) return []
    const isWalk = step.kind === 'gather'
    const day = (at: number) => dayjs(at).format('YYYY-MM-DD')
    return [
      {
        uid: `plan-${chain.plan.id}-${step.id}@${HOST}`,
        sequence: sequence + chain.plan.rev,
        changedAt: chain.plan.updatedAt,
        summary: `${summary}: ${chain.plan.words}`,
        description: '',
        place:
          isWalk && withPlaces
            ? (chain.plants[step.index]?.shares ?? []).map(({ patchName }) => patchName).join(', ')
            : '',
        when: isWalk
          ? { kind: 'days', from: day(step.from), to: day(step.from) }
          : {
              kind: 'instants',
              from: new Date(step.from).toISOString(),
              to: new Date(step.to).toISOString(),
            },
        alarmMin: isWalk ? null : BEFORE_HANDS_MIN,
      },
    ]
  })

/** null: what lies, dries or stands wants nobody. */
function summaryOf(step: ChainStep, { plan, pots, plants, sourceName }: ChainView): string | null {
  switch (step.kind) {
    case 'gather':
      // how much stands in the plan, in the units that are read there
      return `Gather ${plants[step.index]?.sourceName ?? sourceName}`
    case 'wash':
      return 'Wash the fibre'
    case 'mordant':
      return `${plan.mordant ? agentFacts(plan.mordant).label : 'Mordant'}, bath ${step.index + 1}`
    case 'pot':
      return `Pot ${step.index + 1} of ${plants[pots[step.index]?.plant ?? 0]?.sourceName ?? sourceName}`
    default:
      return null
  }
}
