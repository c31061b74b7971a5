import { bathSteps, type BathFinish, type BathHeat } from '../mordant/bath-steps'
import type { DayStep } from '../schedule/day-plan'

/** Yarn of usual thickness, min; common practice, no source. */
const WET_OUT_MIN = 60
const WORDS = {
  wetOut: 'Wet the pieces out',
  dissolve: 'Dissolve the mordant',
  enter: 'Enter the pieces',
  hold: 'Hold in the mordant',
  cool: 'Cool in it',
  rinse: 'Rinse',
  dry: 'Dry',
  holdWet: 'Keep wet',
} as const

/** What goes on in a bucket, or on a line. */
const OUTSIDE: ReadonlySet<string> = new Set(['wetOut', 'rinse', 'dry', 'holdWet'])

/** A mordant bath's steps as a plan lays them into days: heat only while somebody is up. */
export function mordantSteps({
  agents,
  heat,
  finish,
}: {
  agents: readonly string[]
  heat: BathHeat
  finish: BathFinish
}): DayStep[] {
  const steps = bathSteps({
    stages: [{ agents }],
    heat,
    finish,
    rinse: true,
    wetOutMin: WET_OUT_MIN,
  })
  return steps.map(({ id, kind, minutes, attended }, i) => ({
    id,
    words: WORDS[kind],
    minutes,
    after: i === 0 ? [] : [{ id: steps[i - 1]!.id }],
    ...(attended && { attended }),
    ...(OUTSIDE.has(kind) && { isOutside: true }),
    ...(kind === 'hold' && heat !== 'cold' && { burner: true }),
  }))
}
