import { describeColour } from '../../../core/colour/describe-colour'
import { colourSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: colourSchema }, ({ body }) => describeColour(body))
