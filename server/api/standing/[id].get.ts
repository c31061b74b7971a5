import { idParams } from '../../http/collections'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ params: idParams }, async ({ params, log }) =>
  (await log()).jarViews.one(params.id, Date.now()),
)
