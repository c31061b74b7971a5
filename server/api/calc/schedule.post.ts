import { leastMakespan } from '../../../core/schedule/least-makespan'
import { scheduleSchema } from '../../../shared/schemas/calc/calc-bath'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: scheduleSchema }, ({ body }) => {
  const { makespan, start, lowerBound } = leastMakespan(body)
  return { makespan, start, lowerBound }
})
