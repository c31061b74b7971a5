import Joi from 'joi'
import { idField } from '../../shared/schemas/common'
import { defineRoute } from '../http/define-route'

const query = Joi.object<{ sourceId?: string }>({ sourceId: idField })

export default defineRoute({ query }, async ({ query: wanted, log }) => ({
  items: await (await log()).curves.all(wanted),
}))
