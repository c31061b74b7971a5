import { bestDayPlan } from '../../core/schedule/best-day-plan'
import type { DayPlan, DayPlanQuestion } from '../../core/schedule/day-plan'

/** What the bench of dye days runs in a worker. */
export default (question: DayPlanQuestion): DayPlan => bestDayPlan(question)
