import { newTestSetSchema } from '../../../shared/schemas/fastness/fastness-moves'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** Tests set out together, as one change. */
export default defineRoute({ body: newTestSetSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).testSets.set(body)),
)
