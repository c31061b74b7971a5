import type { WayStep } from './way-steps'
import { present } from '../present'

/** Something noted of a pot: a step done or left out, or a look, a reading, an addition. */
export interface AttendedNote {
  kind: string
  stepId: string | null
  isSkipped: boolean
}

export interface Attention {
  minutes: number
  /** From what was noted, or from the way's steps as they usually go. */
  basis: 'noted' | 'typical'
}

/** A look, a reading or an addition takes so long, min; from memory. */
const MIN_PER_NOTE = 2
const BRIEF: readonly string[] = ['look', 'reading', 'add', 'enter', 'pull']

/**
 * Minutes of attention a pot cost: its attended steps as long as they usually are, and a little for
 * each look and reading. Hours in which it looked after itself do not count.
 *
 * @param steps of its way; a round that was gone through again counts again
 */
export function attentionOf(steps: readonly WayStep[], notes: readonly AttendedNote[]): Attention {
  const lengths = new Map(
    steps.flatMap((step): [string, number][] => (step.attended ? [[step.id, step.minutes]] : [])),
  )
  const done = notes.filter(({ stepId, isSkipped }) => stepId !== null && !isSkipped)
  if (done.length === 0) {
    return { minutes: [...lengths.values()].reduce((sum, each) => sum + each, 0), basis: 'typical' }
  }
  const ofSteps = done.reduce(
    // `rub#2` is the second round of `rub`
    (sum, { stepId }) => sum + (lengths.get(present(stepId).replace(/#\d+$/, '')) ?? 0),
    0,
  )
  const brief = notes.filter(({ kind, stepId }) => stepId === null && BRIEF.includes(kind)).length
  return { minutes: ofSteps + MIN_PER_NOTE * brief, basis: 'noted' }
}
