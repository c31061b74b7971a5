import { parseQuantity } from '../../../core/quantity/parse-quantity'
import { quantitySchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: quantitySchema }, ({ body }) =>
  parseQuantity(body.text, body.kind, { system: body.system }),
)
