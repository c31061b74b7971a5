import { defineRoute } from '../http/define-route'

export default defineRoute({}, async ({ log }) => (await log()).settings.read())
