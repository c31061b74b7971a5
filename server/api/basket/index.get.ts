import { defineRoute } from '../../http/define-route'

/** How much is ready for what. */
export default defineRoute({}, async ({ log }) => (await log()).basket.view(null))
