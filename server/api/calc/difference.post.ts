import { deltaE2000, deltaE76 } from '../../../core/colour/screen-colour'
import { greyScaleChange } from '../../../core/colour/grey-scale'
import { differenceSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: differenceSchema }, ({ body: { a, b } }) => ({
  de2000: deltaE2000(a, b),
  de76: deltaE76(a, b),
  greyScale: greyScaleChange(a, b),
}))
