import Joi from 'joi'
import { AGENT_KEYS } from '../../../catalogue/agents'
import { WAY_KEYS } from '../../../catalogue/ways'
import { PARTICLE_SIZES } from '../../../core/bath/water-budget'
import type { TrialQuestion } from '../../views/pot/trial'
import { idField, massField, massOrNoneField } from '../log/common'
import { WATERS } from './pot-plan'

/** A pot as it is planned, asked what it would teach. */
export const plannedTrialSchema = Joi.object<TrialQuestion>({
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
