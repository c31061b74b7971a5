import { present } from '../../../core/present'
import type { Span } from '../../../core/schedule/day-plan'
import type { Pot } from '../../schemas/pot/pot'

const MIN = 60_000

/** Flames of pots that are planned or running, as they were laid into days. */
export const flamesOf = (
  open: readonly Pot[],
  but: string | null = null,
): { span: Span; code: string }[] =>
  open
    .filter(({ id }) => id !== but)
    .flatMap(({ code, plan }) =>
      (plan?.starts ?? []).flatMap(({ stepId, at }) => {
        const step = present(plan).steps.find(({ id }) => id === stepId)
        if (!step?.burner) return []
        const from = Date.parse(at)
        return [{ span: [from, from + step.minutes * MIN] as Span, code }]
      }),
    )

/** From when to when vessels are held by pots that are planned or running, as they were laid into days. */
export const vesselHoldsOf = (open: readonly Pot[]): { vesselId: string; span: Span }[] =>
  open.flatMap(({ plan, vesselId }) => {
    if (!vesselId || !plan || plan.starts.length === 0) return []
    const ends = plan.starts.map(({ stepId, at }) => {
      const minutes = plan.steps.find(({ id }) => id === stepId)?.minutes ?? 0
      return Date.parse(at) + minutes * MIN
    })
    const begins = Math.min(...plan.starts.map(({ at }) => Date.parse(at)))
    return [{ vesselId, span: [begins, Math.max(...ends)] as Span }]
  })
