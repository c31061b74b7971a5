import { idParams } from '../../http/collections'
import { defineRoute } from '../../http/define-route'

/** A swatch under the eye, with all that it came of. */
export default defineRoute({ params: idParams }, async ({ params, log }) =>
  (await log()).booth.view(params.id),
)
