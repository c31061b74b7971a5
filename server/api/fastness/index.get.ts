import { fastnessAskSchema } from '../../../shared/schemas/fastness/fastness-moves'
import { defineRoute } from '../../http/define-route'

/** All tests of light, wash, rub and drop, by the sets they were laid out in, with what they come to. */
export default defineRoute({ query: fastnessAskSchema }, async ({ query, log }) =>
  (await log()).fastness.view(query.on),
)
