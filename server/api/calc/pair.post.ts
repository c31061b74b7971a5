import { comparePair } from '../../../core/evidence/compare-pair'
import { pairSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: pairSchema }, ({ body: { a, b } }) =>
  comparePair(a.factors, b.factors),
)
