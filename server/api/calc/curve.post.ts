import { fitLeastSquares } from '../../../core/strength/least-squares'
import { describeFit } from '../../../core/strength/describe-fit'
import { curveSchema } from '../../../shared/schemas/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: curveSchema }, ({ body }) =>
  describeFit(fitLeastSquares(body.points, body.model)),
)
