import { defineRoute } from '../http/define-route'

/** What stands on the shelf, and what planned baths still want. */
export default defineRoute({}, async ({ log }) => (await log()).shelfView.view())
