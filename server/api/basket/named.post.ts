import { namedPiecesSchema } from '../../../shared/schemas/basket/piece'
import { defineRoute } from '../../http/define-route'

/** Lines of named pieces, in the order asked for; a question, though it is posted. */
export default defineRoute({ body: namedPiecesSchema }, async ({ body, log }) => ({
  rows: await (await log()).basket.named(body.ids),
}))
