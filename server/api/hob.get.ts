import { defineRoute } from '../http/define-route'

/** What runs and has a clock. */
export default defineRoute({}, async ({ log }) => ({
  items: await (await log()).hob.view(Date.now()),
}))
