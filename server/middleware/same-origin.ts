import { refuseForeign } from '../http/same-origin'
import { sendProblem } from '../http/send-problem'
import { toProblem } from '../http/to-problem'

export default defineEventHandler((event) => {
  try {
    refuseForeign(event.method, event.node.req.headers)
  } catch (error) {
    return sendProblem(event, toProblem(error))
  }
})
