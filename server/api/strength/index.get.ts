import { defineRoute } from '../../http/define-route'

export default defineRoute({}, async ({ log }) => ({
  items: await (await log()).strength.sources(),
}))
