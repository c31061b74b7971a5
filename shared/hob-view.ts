import type { BathStepKind, StepNow } from '../core/mordant/bath-steps'
import type { Scheme } from '../catalogue/mordant-schemes'

/** Something that runs by itself and has a clock. */
export interface OnTheHob {
  id: string
  code: string
  scheme: Scheme
  pieces: number
  /** null: all its steps are noted, and its pieces wait to be taken out. */
  now: StepNow | null
  /** The step after it, or null. */
  next: BathStepKind | null
}
