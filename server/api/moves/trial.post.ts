import { newTrialSchema } from '../../../shared/schemas/trial/trial'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** A fair trial: its pieces, mordant baths and planned pots as one change. */
export default defineRoute({ body: newTrialSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).fairTrials.make(body)),
)
