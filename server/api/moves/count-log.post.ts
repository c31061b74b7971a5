import { countLogSchema } from '../../../shared/schemas/loft/lot-moves'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** Another log's swatches of a source count on its curves, or are kept apart. */
export default defineRoute({ body: countLogSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).moves.countLog(body)),
)
