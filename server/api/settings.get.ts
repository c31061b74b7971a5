import { defineRoute } from '../http/define-route'

export default defineRoute({}, async ({ log }) => ({
  hemisphere: (await (await log()).settings.read('hemisphere')) ?? 'northern',
}))
