import { describeFit } from '../../../core/strength/describe-fit'
import { fitLeastSquares } from '../../../core/strength/least-squares'
import {
  describePosterior,
  type DescribedPosterior,
} from '../../../core/strength/posterior/describe-posterior'
import { curveSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: curveSchema }, ({ body }) =>
  body.method === 'posterior'
    ? publicAnswer(describePosterior(body))
    : describeFit(fitLeastSquares(body.points, body.model ?? 'exponential')),
)

/** The answer under the names that other programs know since the first version of this route. */
const publicAnswer = ({ uptakeProbability, ...answer }: DescribedPosterior) => ({
  ...answer,
  takes: uptakeProbability,
})
