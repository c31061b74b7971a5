import Joi from 'joi'
import { setResponseHeader } from 'h3'
import { dateField } from '../../../shared/schemas/log/common'
import { defineRoute } from '../../http/define-route'

const query = Joi.object<{ on: string }>({ on: dateField.required() })

export default defineRoute({ query }, async ({ event, query, log }) => {
  setResponseHeader(event, 'content-type', 'application/json')
  return (await log()).loft.json(query.on)
})
