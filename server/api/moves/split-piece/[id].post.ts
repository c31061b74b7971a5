import { splitPieceSchema } from '../../../../shared/schemas/basket/piece'
import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'
import { answerMoved } from '../../../http/versions'

/** A skein wound or cut into several; the answer is its parts. */
export default defineRoute(
  { params: idParams, body: splitPieceSchema },
  async ({ event, params, body, log }) =>
    answerMoved(event, await (await log()).basketMoves.split(params.id, body)),
)
