import { plannedTrialSchema } from '../../../shared/schemas/pot/planned-trial'
import { defineRoute } from '../../http/define-route'

/** What a plan would teach, before it is lit. */
export default defineRoute({ body: plannedTrialSchema }, async ({ body, log }) =>
  (await log()).plannedTrials.compare(body),
)
