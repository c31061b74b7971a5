import Joi from 'joi'
import { dateField } from '../../shared/schemas/log/common'
import { defineRoute } from '../http/define-route'

/** The local date comes with the request: the server may not know the dyer's time zone. */
const query = Joi.object<{ on: string }>({ on: dateField.required() })

export default defineRoute({ query }, async ({ query, log }) => (await log()).today.view(query.on))
