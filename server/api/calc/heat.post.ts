import { heatingTime } from '../../../core/bath/heating'
import { heatSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: heatSchema }, ({ body }) => heatingTime(body))
