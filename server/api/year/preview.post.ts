import { planPreviewSchema } from '../../../shared/schemas/year/plan'
import { defineRoute } from '../../http/define-route'

/** What a plan would come to, before it is kept. */
export default defineRoute({ body: planPreviewSchema }, async ({ body, log }) =>
  (await log()).year.preview(body.plan, body.moved),
)
