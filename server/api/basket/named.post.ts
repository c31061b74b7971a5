import Joi from 'joi'
import { idField } from '../../../shared/schemas/log/common'
import { defineRoute } from '../../http/define-route'

const body = Joi.object<{ ids: string[] }>({
  ids: Joi.array().items(idField).max(500).unique().required(),
})

/** Lines of named pieces, in the order asked for; a question, though it is posted. */
export default defineRoute({ body }, async ({ body, log }) => ({
  rows: await (await log()).basket.named(body.ids),
}))
