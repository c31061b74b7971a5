import { trialDesignSchema } from '../../../shared/schemas/trial/trial'
import { defineRoute } from '../../http/define-route'

/** What a trial would take and show, before anything of it is made. */
export default defineRoute({ body: trialDesignSchema }, async ({ body, log }) =>
  (await log()).fairTrials.design(body),
)
