import { defineRoute } from '../http/define-route'

/** Every swatch that was read, in its own colours. */
export default defineRoute({}, async ({ log }) => (await log()).wall.view())
