import { mordantBath } from '../../../core/mordant/mordant-bath'
import { mordantSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: mordantSchema }, ({ body }) => mordantBath(body))
