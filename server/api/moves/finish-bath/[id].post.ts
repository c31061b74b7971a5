import { finishBathSchema } from '../../../../shared/schemas/basket/mordant-bath'
import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'
import { answerWritten } from '../../../http/versions'

/** Pieces taken out of a bath. */
export default defineRoute(
  { params: idParams, body: finishBathSchema },
  async ({ event, params, body, log }) =>
    answerWritten(event, await (await log()).bathFinish.finish(params.id, body), 200),
)
