import { defineRoute } from '../../http/define-route'

/** Every fair trial with what came of it so far. */
export default defineRoute({}, async ({ log }) => ({
  items: await (await log()).fairTrials.views(),
}))
