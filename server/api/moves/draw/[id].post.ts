import { drawJarSchema } from '../../../../shared/schemas/loft/jar'
import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'
import { answerWritten } from '../../../http/versions'

/** Liquor taken off a jar; the answer is the liquor's lot. */
export default defineRoute(
  { params: idParams, body: drawJarSchema },
  async ({ event, params, body, log }) =>
    answerWritten(event, await (await log()).draws.draw(params.id, body), 201),
)
