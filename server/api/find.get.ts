import Joi from 'joi'
import { defineRoute } from '../http/define-route'

const query = Joi.object<{ q: string }>({ q: Joi.string().trim().min(1).max(80).required() })

export default defineRoute({ query }, async ({ query, log }) => ({
  hits: await (await log()).find.find(query.q),
}))
