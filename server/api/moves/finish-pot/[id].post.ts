import { finishPotSchema } from '../../../../shared/schemas/pot/pot-event'
import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'
import { answerWritten } from '../../../http/versions'

/** A pot that is over: its pieces wait to be read. */
export default defineRoute(
  { params: idParams, body: finishPotSchema },
  async ({ event, params, body, log }) =>
    answerWritten(event, await (await log()).course.finish(params.id, body), 200),
)
