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
