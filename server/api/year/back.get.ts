import Joi from 'joi'
import { defineRoute } from '../../http/define-route'

const query = Joi.object<{ year: number }>({
  year: Joi.number().integer().min(1900).max(2200).required().description('calendar year'),
})

/** A year looked back on: what was gathered, dyed and learnt, and what it cost. */
export default defineRoute({ query }, async ({ query: { year }, log }) =>
  (await log()).yearBack(year),
)
