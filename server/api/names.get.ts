import Joi from 'joi'
import { defineRoute } from '../http/define-route'

const query = Joi.object<{ q: string; limit: number }>({
  q: Joi.string().trim().allow('').max(80).default(''),
  limit: Joi.number().integer().min(1).max(50).default(20),
})

/** Sources by any of their names, best first, while it is typed. */
export default defineRoute({ query }, async ({ query, log }) => ({
  hits: await (await log()).names.find(query.q, query.limit),
}))
