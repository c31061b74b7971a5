import { wayFacts, type Way } from '~~/catalogue/ways'
import { inOrder, type WayStep } from '~~/core/pot/way-steps'
import type { OwnWay } from '~~/shared/schemas/own-way'

/** What a plan changes of its way's steps. */
export interface StepWishes {
  heatMin: number | null
  tempC: number | null
  dyeMin: number | null
  /** A second bath in the same liquor: nothing is extracted again. */
  isLaterBath: boolean
}

/** Steps that make the liquor; they end with the pieces going in. */
const MAKING = ['prepare', 'extract', 'mash', 'strain', 'combine', 'topUp', 'stand', 'steep']

/** The steps of a way as this pot will go through them. */
export function planSteps(
  way: Way,
  own: OwnWay | null,
  { heatMin, tempC, dyeMin, isLaterBath }: StepWishes,
): WayStep[] {
  const dyeC = wayFacts(way).dyeC
  const steps = inOrder(own?.steps ?? wayFacts(way).steps)
  const enter = steps.findIndex(({ kind }) => kind === 'enter')
  const fitted = steps.map((step, i): WayStep => {
    const isDye = step.kind === 'dye'
    const isHeated = step.tempC !== null && dyeC !== null
    const wanted = tempC !== null && isHeated && (isDye || (step.kind === 'heat' && i > enter))
    return {
      ...step,
      ...(step.kind === 'heat' && heatMin !== null && { minutes: Math.round(heatMin) }),
      ...(isDye && dyeMin !== null && { minutes: dyeMin }),
      ...(wanted && { tempC }),
    }
  })
  if (!isLaterBath) return fitted
  const gone = new Set(
    fitted.filter(({ kind }, i) => i < enter && MAKING.includes(kind)).map(({ id }) => id),
  )
  return fitted
    .filter(({ id }) => !gone.has(id))
    .map((step) => ({ ...step, after: step.after.filter(({ id }) => !gone.has(id)) }))
}
