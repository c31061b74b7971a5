import { setResponseHeaders } from 'h3'
import { refuseForeign } from '../http/same-origin'
import { sendProblem } from '../http/send-problem'
import { toProblem } from '../http/to-problem'

export default defineEventHandler((event) => {
  // nothing of the log stays in a cache, or is let into another site's page
  if (event.path.startsWith('/api/')) {
    setResponseHeaders(event, {
      'cache-control': 'no-store',
      'cross-origin-resource-policy': 'same-origin',
    })
  }
  try {
    refuseForeign(event.method, event.node.req.headers)
  } catch (error) {
    return sendProblem(event, toProblem(error))
  }
})
