import Joi from 'joi'
import { idField } from '../../../shared/schemas/log/common'
import { defineRoute } from '../../http/define-route'

const axis = Joi.number().min(-200).max(200).required()
const query = Joi.object<{ l: number; a: number; b: number; but?: string }>({
  l: Joi.number().min(0).max(100).required(),
  a: axis,
  b: axis,
  but: idField.description('a swatch that is left out: the one compared'),
})

/** The log's own swatches nearest to a colour. */
export default defineRoute({ query }, async ({ query: { but, ...lab }, log }) => ({
  items: await (await log()).booth.near(lab, but),
}))
