import { colourStrength } from '../../../core/colour/strength'
import { seenUnder } from '../../../core/colour/seen-under'
import { strengthSchema } from '../../../shared/schemas/calc/calc'
import { defineRoute } from '../../http/define-route'

export default defineRoute({ body: strengthSchema }, ({ body }) => ({
  ...colourStrength(body.reflectance, body.bare, body.peakNm),
  ...seenUnder(body.reflectance, { illuminant: body.illuminant, observer: body.observer }),
}))
