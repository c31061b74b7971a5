import { bathPh } from '../../../core/acid-base/bath-ph'
import { phSchema } from '../../../shared/schemas/calc/calc-bath'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: phSchema }, ({ body }) => ({ ph: bathPh(body) }))
