import { readerAskSchema } from '../../../../shared/schemas/instruments/handling'
import { defineRoute } from '../../../http/define-route'

/** One reading of what lies under the swatch reader. */
export default defineRoute({ body: readerAskSchema }, async ({ body, log }) =>
  (await log()).reader.read(body),
)
