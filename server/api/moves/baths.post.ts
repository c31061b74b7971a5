import { manyBathsSchema } from '../../../shared/schemas/basket/piece-moves'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** Several mordant baths in one go. */
export default defineRoute({ body: manyBathsSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).basketMoves.baths(body.baths)),
)
