import { defineRoute } from '../../../http/define-route'

/** Whether the swatch reader is ready. */
export default defineRoute({}, async ({ log }) => (await log()).reader.state())
