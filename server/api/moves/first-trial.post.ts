import { firstTrialSchema } from '../../../shared/schemas/pot/first-trial'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** A first pair of jars: plant, two pieces and two planned pots as one change. */
export default defineRoute({ body: firstTrialSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).firstTrial.make(body)),
)
