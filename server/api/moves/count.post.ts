import { setResponseHeader } from 'h3'
import { countStockSchema } from '../../../shared/schemas/loft/lot-moves'
import { defineRoute } from '../../http/define-route'

/** Many bags weighed in one go. */
export default defineRoute({ body: countStockSchema }, async ({ event, body, log }) => {
  const { changeSetId, lots } = await (await log()).moves.count(body)
  setResponseHeader(event, 'x-change-set', changeSetId)
  return { items: lots }
})
