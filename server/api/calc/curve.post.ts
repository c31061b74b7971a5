import { describeFit } from '../../../core/strength/describe-fit'
import { fitLeastSquares } from '../../../core/strength/least-squares'
import { describePosterior } from '../../../core/strength/posterior/describe-posterior'
import { curveSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: curveSchema }, ({ body }) =>
  body.method === 'posterior'
    ? describePosterior(body)
    : describeFit(fitLeastSquares(body.points, body.model ?? 'exponential')),
)
