import { twoQuerySchema } from '../../../shared/schemas/evidence/evidence'
import { defineRoute } from '../../http/define-route'

/** Any two swatches side by side, with what differs and what nobody knows. */
export default defineRoute({ query: twoQuerySchema }, async ({ query, log }) =>
  (await log()).evidence.two(query),
)
