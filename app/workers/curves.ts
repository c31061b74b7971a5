import { laterBaths, type LaterBath } from '~~/core/strength/later-baths'
import { lotInstead } from '~~/core/strength/lot-instead'
import { lotPotencies } from '~~/core/strength/lot-potency'
import { nextTrial } from '~~/core/strength/next-trial'
import { priorOf } from '~~/core/strength/posterior/borrowed'
import type { PosteriorPoint } from '~~/core/strength/posterior/observations'
import type { PriorContext } from '~~/core/strength/posterior/priors'
import { askCurve } from '~~/core/strength/estimate-at'

let asked = askCurve([], {})

/** What the page asks of curves off its own thread; the server's workers call the same functions. */
export const curves = {
  lotPotencies,
  lotInstead,
  /** Takes a curve in hand; it is worked out once, by the first that asks of it. */
  load(points: PosteriorPoint[], context: PriorContext): void {
    asked = askCurve(points, context)
  },
  described: () => asked.described(),
  at: (ratio: number) => asked.at(ratio),
  turningBack: () => asked.turningBack(),
  gain: (from: number, to: number) => asked.gain(from, to),
  ratioFor: (strength: number, probability: number) => asked.ratioFor(strength, probability),
  /** What each of so many baths in a row is to give. */
  expectedBaths: (question: {
    points: PosteriorPoint[]
    context: PriorContext
    baths: LaterBath[]
    ratioDry: number
    count: number
  }) =>
    laterBaths(question.points, question.context, question.baths).expected(
      question.ratioDry,
      question.count,
    ),
  nextTrial: (question: {
    points: PosteriorPoint[]
    context: PriorContext
    pieceG: number
    wantedWidth: number
    wantedStrengthWidth: number
    lot?: string
  }) => nextTrial({ ...question, prior: priorOf(question.context) }),
}
