import Joi from 'joi'
import { defineRoute } from '../../http/define-route'

const query = Joi.object<{ ended: boolean }>({ ended: Joi.boolean().default(false) })

/** Jars with what they want now, the most urgent first; or those that ended. */
export default defineRoute({ query }, async ({ query, log }) => {
  const { jarViews } = await log()
  return { jars: await (query.ended ? jarViews.ended(Date.now()) : jarViews.standing(Date.now())) }
})
