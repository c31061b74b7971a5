import { sendStream, setResponseHeader } from 'h3'
import Joi from 'joi'
import { idField } from '../../shared/schemas/log/common'
import { defineRoute } from '../http/define-route'
import { jsonList } from '../http/json-list'

const query = Joi.object<{ sourceId?: string }>({ sourceId: idField })

export default defineRoute({ query }, async ({ event, query: wanted, log }) => {
  const curves = await (await log()).curves.all(wanted)
  setResponseHeader(event, 'Content-Type', 'application/json')
  return sendStream(event, jsonList(curves))
})
