import { defineRoute } from '../../http/define-route'

/** Open plans with all that follows from them: pots, baths, jars, walks, and when. */
export default defineRoute({}, async ({ log }) => (await log()).year.plans())
