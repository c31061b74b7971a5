import type { DescribedPosterior } from '../../../core/strength/posterior/describe-posterior'
import { curveSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: curveSchema }, async ({ body, log }) => {
  const { tasks } = await log()
  return body.method === 'posterior'
    ? publicAnswer(await tasks('posterior', body))
    : tasks('leastSquares', body)
})

/** The answer under the names that other programs know since the first version of this route. */
const publicAnswer = ({ uptakeProbability, ...answer }: DescribedPosterior) => ({
  ...answer,
  takes: uptakeProbability,
})
