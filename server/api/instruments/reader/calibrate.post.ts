import { defineRoute } from '../../../http/define-route'

/** Shows the swatch reader its white tile. */
export default defineRoute({}, async ({ log }) => (await log()).reader.calibrate())
