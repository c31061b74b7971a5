import { nextDose } from '../../../core/acid-base/next-dose'
import { phDoseSchema } from '../../../shared/schemas/calc/calc-bath'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: phDoseSchema }, ({ body }) => nextDose(body))
