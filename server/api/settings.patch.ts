import { settingsSchema } from '../../shared/schemas/settings'
import { defineRoute } from '../http/define-route'

export default defineRoute({ body: settingsSchema }, async ({ body, log }) =>
  (await log()).settings.change(body),
)
