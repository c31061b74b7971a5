import { scheduleSchema } from '../../../shared/schemas/calc/calc-bath'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: scheduleSchema }, async ({ body, log }) => {
  const { makespan, start, lowerBound } = await (await log()).tasks('schedule', body)
  return { makespan, start, lowerBound }
})
