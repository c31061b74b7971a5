import { defineRoute } from '../../http/define-route'

/** What a wanted colour is matched from; what is computed anew meanwhile is counted. */
export default defineRoute({}, async ({ log }) => (await log()).match.view())
