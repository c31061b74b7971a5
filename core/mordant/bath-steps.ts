import { lookUp } from '../present'
/** Hot: near a simmer; warm: barely; cold: as the room is. */
export const BATH_HEAT_KEYS = ['hot', 'warm', 'cold'] as const
export type BathHeat = (typeof BATH_HEAT_KEYS)[number]
export type BathFinish = 'dried' | 'heldWet'

export type BathStepKind =
  'wetOut' | 'dissolve' | 'enter' | 'hold' | 'cool' | 'rinse' | 'dry' | 'holdWet'

/** One bath of a scheme. */
export interface StagePlan {
  agents: readonly string[]
  /** Where it differs from what the heat wants, min. */
  holdMin?: number
  holdMostMin?: number
}

export interface BathPlan {
  stages: readonly StagePlan[]
  heat: BathHeat
  finish: BathFinish
  rinse: boolean
  /** `in`: the agents go into the dye pot itself, and the pot's own steps follow. */
  placing?: 'before' | 'in' | 'after'
  /** The longest soak that one of the pieces wants before it goes in, min. */
  wetOutMin: number
}

export interface BathStep {
  /** `1-hold`: stage and kind. */
  id: string
  stage: number
  kind: BathStepKind
  /** Usual length, min. */
  minutes: number
  /** Longer does harm or no good, min; null: as long as you like. */
  mostMinutes: number | null
  /** Wants hands or eyes all along. */
  attended: boolean
}

/** Temperatures, °C; hot is held under a simmer (common practice, no source). */
export const BATH_HEATS: Record<BathHeat, { label: string; tempC: number }> = {
  hot: { label: 'hot', tempC: 82 },
  warm: { label: 'barely warm', tempC: 45 },
  cold: { label: 'cold', tempC: 20 },
}

const DAY = 24 * 60
/** Hot for an hour; cold overnight to two days (common practice, no source); warm from memory. */
const HOLD: Record<BathHeat, { minutes: number; mostMinutes: number | null }> = {
  hot: { minutes: 60, mostMinutes: 120 },
  warm: { minutes: 120, mostMinutes: DAY },
  cold: { minutes: 12 * 60, mostMinutes: 2 * DAY },
}

/**
 * Steps of a mordant bath in their order, with lengths from common practice.
 *
 * Each stage dissolves, enters, holds and, if hot, cools; the last one ends in a rinse if wanted,
 * and in drying or in being kept wet until the next day. In the dye pot itself, all that is left to
 * do is to dissolve and to enter.
 */
export function bathSteps(plan: BathPlan): BathStep[] {
  const { stages, heat, finish, rinse, wetOutMin, placing = 'before' } = plan
  const steps: BathStep[] = []
  const add = (
    stage: number,
    kind: BathStepKind,
    minutes: number,
    mostMinutes: number | null,
    attended = false,
  ) => steps.push({ id: `${stage}-${kind}`, stage, kind, minutes, mostMinutes, attended })

  add(0, 'wetOut', wetOutMin, DAY)
  stages.forEach(({ holdMin, holdMostMin }, stage) => {
    add(stage, 'dissolve', 10, 60, true)
    add(stage, 'enter', 10, 30, true)
    if (placing === 'in') return
    const { minutes, mostMinutes } = HOLD[heat]
    add(stage, 'hold', holdMin ?? minutes, holdMostMin ?? mostMinutes, heat === 'hot')
    if (heat === 'hot') add(stage, 'cool', 120, DAY)
    if (stage < stages.length - 1) add(stage, 'rinse', 10, 60, true)
  })
  if (placing === 'in') return steps
  const last = stages.length - 1
  if (rinse) add(last, 'rinse', 10, 60, true)
  if (finish === 'dried') add(last, 'dry', DAY, null)
  else add(last, 'holdWet', 0, DAY)
  return steps
}

/** A step that was done or left out, and when. */
export interface StepDone {
  stepId: string
  /** Instant, ms since 1970. */
  at: number
  skipped: boolean
}

export interface StepNow {
  step: BathStep
  /** ms since 1970. */
  began: number
  /** When its usual length is over. */
  due: number
  /** When it has been too long; null: never. */
  late: number | null
}

/**
 * Where a bath is: its first step that is neither done nor left out, with its clock.
 *
 * Clocks are times, not counters: they go on while nobody looks.
 *
 * @param startedAt ms since 1970
 * @returns null once all is done
 */
export function stepNow(
  steps: readonly BathStep[],
  done: readonly StepDone[],
  startedAt: number,
): StepNow | null {
  const byId = new Map(done.map((each) => [each.stepId, each]))
  const step = steps.find(({ id }) => !byId.has(id))
  if (!step) return null
  const before = steps.slice(0, steps.indexOf(step))
  const began = Math.max(startedAt, ...before.map(({ id }) => lookUp(byId, id).at))
  return {
    step,
    began,
    due: began + step.minutes * 60_000,
    late: step.mostMinutes === null ? null : began + step.mostMinutes * 60_000,
  }
}

/** When all steps that are left would be over at their usual lengths, ms since 1970. */
export function stepsEnd(
  steps: readonly BathStep[],
  done: readonly StepDone[],
  startedAt: number,
): number {
  const now = stepNow(steps, done, startedAt)
  if (!now) return Math.max(startedAt, ...done.map(({ at }) => at))
  const doneIds = new Set(done.map(({ stepId }) => stepId))
  const later = steps.filter(({ id }) => !doneIds.has(id) && id !== now.step.id)
  return now.due + later.reduce((sum, { minutes }) => sum + minutes * 60_000, 0)
}
