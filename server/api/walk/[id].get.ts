import Joi from 'joi'
import { dateField } from '../../../shared/schemas/log/common'
import { idParams } from '../../http/collections'
import { defineRoute } from '../../http/define-route'

const query = Joi.object<{ on: string }>({ on: dateField.required() })

/** One source about to be weighed in: what was used last, and what is known. */
export default defineRoute({ params: idParams, query }, async ({ params, query, log }) =>
  (await log()).walk.source(params.id, query.on),
)
