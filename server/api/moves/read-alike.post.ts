import { readAlikeSchema } from '../../../shared/schemas/swatch/read-alike'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** One reading for alike pieces of one pot. */
export default defineRoute({ body: readAlikeSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).alike.read(body)),
)
