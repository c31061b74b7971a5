import { newPotsSchema } from '../../../shared/schemas/pot/pot'
import { defineRoute } from '../../http/define-route'
import { answerMoved } from '../../http/versions'

/** Several pots made as one change: jars that share one water bath. */
export default defineRoute({ body: newPotsSchema }, async ({ event, body, log }) =>
  answerMoved(event, await (await log()).course.many(body.pots)),
)
