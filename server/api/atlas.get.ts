import { defineRoute } from '../http/define-route'

/** All curves in short, as they are kept; what is computed anew meanwhile is counted. */
export default defineRoute({}, async ({ log }) => (await log()).atlas.view())
