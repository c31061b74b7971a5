import Joi from 'joi'
import type { Handling } from '../../core/safety/never-together'
import { dateField } from '../../shared/schemas/log/common'
import { defineRoute } from '../http/define-route'

const AGENTS = ['ammonia', 'bleach', 'acid'] as const

const query = Joi.object<{ on: string; planned?: Handling['agent'] }>({
  on: dateField.required(),
  planned: Joi.string().valid(...AGENTS),
})

/** Whether what is in hand on a day, or about to be, must never meet. */
export default defineRoute({ query }, async ({ query: { on, planned }, log }) => ({
  stop: await (
    await log()
  ).cautions.stop(on, planned ? [{ agent: planned, on, where: 'what you are about to do' }] : []),
}))
