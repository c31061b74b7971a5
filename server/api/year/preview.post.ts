import Joi from 'joi'
import { newPlanSchema, type NewPlan } from '../../../shared/schemas/year/plan'
import { defineRoute } from '../../http/define-route'

const body = Joi.object<{ plan: NewPlan; moved?: string }>({
  plan: newPlanSchema.required(),
  moved: Joi.string().max(20).description('the part of the chain that was just moved'),
})

/** What a plan would come to, before it is kept. */
export default defineRoute({ body }, async ({ body, log }) =>
  (await log()).year.preview(body.plan, body.moved),
)
