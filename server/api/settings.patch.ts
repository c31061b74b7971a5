import { settingsSchema } from '../../shared/schemas/log/settings'
import { defineRoute } from '../http/define-route'

export default defineRoute({ body: settingsSchema }, async ({ body, log }) =>
  (await log()).settings.change(body),
)
