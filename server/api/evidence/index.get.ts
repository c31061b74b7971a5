import { evidenceQuerySchema } from '../../../shared/schemas/evidence/evidence'
import { defineRoute } from '../../http/define-route'

/** What each thing that was changed did, of the whole log or of one source. */
export default defineRoute({ query: evidenceQuerySchema }, async ({ query, log }) =>
  (await log()).evidence.view(query),
)
