import { splitLotSchema } from '../../../shared/schemas/loft/lot-moves'
import { defineRoute } from '../../http/define-route'
import { answerWritten } from '../../http/versions'

export default defineRoute({ body: splitLotSchema }, async ({ event, body, log }) =>
  answerWritten(event, await (await log()).moves.split(body), 201),
)
