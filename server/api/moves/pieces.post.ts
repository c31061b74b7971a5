import { manyPiecesSchema } from '../../../shared/schemas/basket/piece-moves'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** Several pieces weighed in together. */
export default defineRoute({ body: manyPiecesSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).basketMoves.many(body)),
)
