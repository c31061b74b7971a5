import { plantToFibreRatio } from '../../../core/harvest/ratio'
import { ratioSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: ratioSchema }, ({ body }) => plantToFibreRatio(body))
