import { pairsSchema } from '../../../shared/schemas/calc/calc-pairs'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: pairsSchema }, async ({ body, log }) =>
  (await log()).tasks('pairs', body),
)
