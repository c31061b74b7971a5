import { defineRoute } from '../../http/define-route'

/** What tests say of each source that has any: measured, apart from what is typical. */
export default defineRoute({}, async ({ log }) => (await log()).fastness.sources())
