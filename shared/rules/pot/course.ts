import type { PotNote } from '../../../core/pot/pot-log'
import type { StepMark } from '../../../core/pot/course'
import type { Pot } from '../../schemas/pot/pot'

/** The notes of a pot, as the core adds them up. */
export const notesOf = ({ events }: Pick<Pot, 'events'>): PotNote[] =>
  events.map((event): PotNote => {
    const at = Date.parse(event.at)
    switch (event.kind) {
      case 'reading':
        return { at, kind: 'reading', tempC: event.data.tempC, ph: event.data.ph }
      case 'add': {
        const { agent, form, massG, waterL } = event.data
        return {
          at,
          kind: 'add',
          agent: agent ?? '',
          form,
          massG: agent ? (massG ?? 0) : 0,
          waterL,
        }
      }
      case 'enter':
      case 'pull':
        return { at, kind: event.kind, pieceIds: event.data.pieceIds }
      case 'heat':
        return { at, kind: 'heat', isOn: event.data.isOn }
      default:
        return { at, kind: 'other' }
    }
  })

/** Steps at which one more round was chosen, in the order it was. */
export const againOf = ({ events }: Pick<Pot, 'events'>): string[] =>
  events.flatMap(({ kind, stepId }) => (kind === 'again' && stepId ? [stepId] : []))

/** Steps that were done or left out. A round that was chosen again marks its last step, too. */
export const markedSteps = ({ events }: Pick<Pot, 'events'>): StepMark[] =>
  events.flatMap((event) => {
    if (!event.stepId) return []
    const skipped = event.kind === 'step' && event.data.skipped
    return [{ stepId: event.stepId, at: Date.parse(event.at), skipped }]
  })

/** Instants at which a pot was looked at. */
export const looksOf = ({ events }: Pick<Pot, 'events'>): number[] =>
  events.flatMap(({ kind, at }) => (kind === 'look' ? [Date.parse(at)] : []))
