import { testSetChangeSchema } from '../../../shared/schemas/fastness/fastness-moves'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** A look at several tests, or their end, as one change. */
export default defineRoute({ body: testSetChangeSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).testSets.change(body)),
)
