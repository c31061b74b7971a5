import { newMatchPlanSchema } from '../../../shared/schemas/match/match-plan'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** A recipe for a wanted colour: its pieces, mordant bath and planned pots as one change. */
export default defineRoute({ body: newMatchPlanSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).matchPlans.make(body)),
)
