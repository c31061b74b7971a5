import { gatherSetSchema } from '../../../shared/schemas/basket/piece-moves'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** Pieces gathered into a set. */
export default defineRoute({ body: gatherSetSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).basketMoves.gather(body)),
)
