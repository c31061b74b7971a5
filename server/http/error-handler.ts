import { sendProblem } from './send-problem'
import { toProblem } from './to-problem'

/** Errors that no route has caught: a method that an address does not take, or our own mistake. */
export default defineNitroErrorHandler(async (error, event) => {
  if (!event.path.startsWith('/api/')) return
  await sendProblem(event, toProblem(error), error)
})
