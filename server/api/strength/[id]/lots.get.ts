import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'

/** The lots of a source that were dyed with, with what may have made them so. */
export default defineRoute({ params: idParams }, async ({ params, log }) => ({
  items: await (await log()).strength.lotsOf(params.id),
}))
