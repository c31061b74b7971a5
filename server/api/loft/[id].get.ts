import { idParams } from '../../http/collections'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ params: idParams }, async ({ params, log }) =>
  (await log()).loft.lot(params.id),
)
