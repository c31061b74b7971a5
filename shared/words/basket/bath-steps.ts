import type { BathStepKind } from '../../../core/mordant/bath-steps'

/** What a step of a mordant bath is called, and the button that says it was done. */
export const BATH_STEP_WORDS: Record<BathStepKind, { name: string; done: string }> = {
  wetOut: { name: 'Wet out', done: 'Wet through' },
  dissolve: { name: 'Dissolve', done: 'Dissolved' },
  enter: { name: 'Enter the pieces', done: 'All in' },
  hold: { name: 'Hold', done: 'Held' },
  cool: { name: 'Cool in the bath', done: 'Cool' },
  rinse: { name: 'Rinse', done: 'Rinsed' },
  dry: { name: 'Dry in the shade', done: 'Dry' },
  holdWet: { name: 'Keep wet', done: 'Used' },
}
