import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'
import { fastnessAskSchema } from '../../../../shared/schemas/fastness/fastness-moves'

/** Tests of one swatch, with what they come to. */
export default defineRoute(
  { params: idParams, query: fastnessAskSchema },
  async ({ params, query, log }) => (await log()).fastness.ofSwatch(params.id, query.on),
)
