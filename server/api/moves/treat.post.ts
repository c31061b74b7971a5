import { treatManySchema } from '../../../shared/schemas/basket/piece-moves'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** One thing done to many pieces. */
export default defineRoute({ body: treatManySchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).basketMoves.treat(body)),
)
