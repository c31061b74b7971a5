import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { PARTS } from '../../../catalogue/parts'
import { waterBudget } from '../../../core/bath/water-budget'
import { waterSchema } from '../../../shared/schemas/calc/calc-bath'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: waterSchema }, ({ body }) =>
  waterBudget({
    ...body,
    freedom: FORM_FREEDOM[body.form],
    dyestuff: body.dyestuff.map(({ part, ...stuff }) => ({
      ...stuff,
      absorptionGPerG: PARTS[part].absorptionGPerG,
    })),
  }),
)
