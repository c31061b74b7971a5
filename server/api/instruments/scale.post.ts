import { scaleHandledSchema } from '../../../shared/schemas/instruments/handling'
import { defineRoute } from '../../http/define-route'

/** Lays something on the stand-in's pan, or tares it. */
export default defineRoute({ body: scaleHandledSchema }, async ({ body, log }) =>
  (await log()).instruments.handle(body),
)
