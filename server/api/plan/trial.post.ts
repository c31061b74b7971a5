import Joi from 'joi'
import { WAY_KEYS } from '../../../catalogue/ways'
import { AGENT_KEYS } from '../../../catalogue/agents'
import { PARTICLE_SIZES } from '../../../core/bath/water-budget'
import type { TrialQuestion } from '../../../shared/views/pot/trial'
import { idField, massField, massOrNoneField } from '../../../shared/schemas/log/common'
import { WATERS } from '../../../shared/schemas/pot/pot-plan'
import { defineRoute } from '../../http/define-route'

const body = Joi.object<TrialQuestion>({
  lots: Joi.array()
    .items(Joi.object({ lotId: idField.required(), massG: massField.required() }))
    .max(20)
    .required(),
  pieceIds: Joi.array().items(idField).max(100).required(),
  way: Joi.string()
    .valid(...WAY_KEYS)
    .required(),
  wayName: Joi.string().max(120).allow('').default(''),
  tempC: Joi.number().min(0).max(110).allow(null).default(null),
  minutes: Joi.number().min(0).max(1_000_000).allow(null).default(null),
  water: Joi.string()
    .valid(...WATERS)
    .allow(null)
    .default(null),
  size: Joi.string()
    .valid(...PARTICLE_SIZES)
    .allow(null)
    .default(null),
  additions: Joi.array()
    .items(
      Joi.object({
        agent: Joi.string()
          .valid(...AGENT_KEYS)
          .required(),
        massG: massOrNoneField.allow(null).required(),
      }),
    )
    .max(20)
    .default([]),
  waterL: Joi.number().min(0).max(1000).allow(null).default(null),
})

/** What a plan would teach, before it is lit. */
export default defineRoute({ body }, async ({ body, log }) =>
  (await log()).plannedTrials.compare(body),
)
