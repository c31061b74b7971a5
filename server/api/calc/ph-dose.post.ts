import { phDoseSchema } from '../../../shared/schemas/calc/calc-bath'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: phDoseSchema }, async ({ body, log }) =>
  (await log()).tasks('nextDose', body),
)
