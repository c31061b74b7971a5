import { wayFacts } from '../../../catalogue/ways'
import { attentionOf } from '../../../core/pot/attention'
import type { Pot } from '../../../shared/schemas/pot/pot'

/**
 * Minutes of attention that a pot cost.
 *
 * @param toldMin as the dyer told it; null: by its notes, or as its way usually goes
 */
export function potAttention(
  pot: Pot,
  toldMin: number | null,
): { minutes: number; basis: 'told' | 'noted' | 'typical' } {
  if (toldMin !== null) return { minutes: toldMin, basis: 'told' }
  const notes = pot.events.map((event) => ({
    kind: event.kind,
    stepId: event.stepId,
    isSkipped: event.kind === 'step' && event.data.skipped,
  }))
  return attentionOf(pot.plan?.steps ?? wayFacts(pot.way).steps, notes)
}
