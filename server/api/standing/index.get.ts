import Joi from 'joi'
import { defineRoute } from '../../http/define-route'

const query = Joi.object<{ ended: boolean }>({ ended: Joi.boolean().default(false) })

/** Jars with what they want now, the most urgent first; or those that ended. */
export default defineRoute({ query }, async ({ query, log }) => {
  const { standing } = await log()
  return { jars: await (query.ended ? standing.ended(Date.now()) : standing.standing(Date.now())) }
})
