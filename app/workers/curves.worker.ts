import { expose } from 'comlink'
import { lotPotencies } from '~~/core/strength/lot-potency'
import { nextTrial } from '~~/core/strength/next-trial'
import { priorOf } from '~~/core/strength/posterior/borrowed'
import { describePosterior } from '~~/core/strength/posterior/describe-posterior'
import type { PosteriorPoint } from '~~/core/strength/posterior/observations'
import type { PriorContext } from '~~/core/strength/posterior/priors'
import { askCurve } from '~~/core/strength/told-at'

let asked = askCurve([], {})

/** What the page asks of curves off its own thread; the server's workers call the same functions. */
const curves = {
  describePosterior,
  lotPotencies,
  /** Works a curve out once, for all that is asked at its ratios. */
  load(points: PosteriorPoint[], context: PriorContext) {
    asked = askCurve(points, context)
    return asked.described()
  },
  at: (ratio: number) => asked.at(ratio),
  nextTrial: (question: {
    points: PosteriorPoint[]
    context: PriorContext
    pieceG: number
    wantedWidth: number
    wantedStrengthWidth: number
    lot?: string
  }) => nextTrial({ ...question, prior: priorOf(question.context) }),
}
export type CurvesWorker = typeof curves

expose(curves)
