import { newPotEventSchema } from '../../../../shared/schemas/pot/pot-event'
import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'
import { answerWritten } from '../../../http/versions'

/** Something noted of a running pot; the same note sent twice is one note. */
export default defineRoute(
  { params: idParams, body: newPotEventSchema },
  async ({ event, params, body, log }) =>
    answerWritten(event, await (await log()).course.note(params.id, body), 201),
)
