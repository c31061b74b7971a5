import { spoiltQuerySchema } from '../../../shared/schemas/evidence/evidence'
import { defineRoute } from '../../http/define-route'

/** What spoils the pairs of a factor. */
export default defineRoute({ query: spoiltQuerySchema }, async ({ query, log }) =>
  (await log()).evidence.spoilt(query),
)
