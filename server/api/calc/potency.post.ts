import { potency } from '../../../core/strength/potency'
import { potencySchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: potencySchema }, ({ body }) => potency(body.curve, body.points))
