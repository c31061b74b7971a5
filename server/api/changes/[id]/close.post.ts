import { setResponseStatus } from 'h3'
import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'

/** The undo of a change is not offered any more: what it was kept for alone is forgotten. */
export default defineRoute({ params: idParams }, async ({ event, params, log }) => {
  await (await log()).forgetting.closed(params.id)
  setResponseStatus(event, 204)
  return null
})
