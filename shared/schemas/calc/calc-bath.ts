import Joi from 'joi'
import { FORMS, type Form } from '../../../catalogue/fibres'
import { PART_KEYS, type Part } from '../../../catalogue/parts'
import {
  chemistryOf,
  PH_AGENT_KEYS,
  type Addition,
  type PhAgent,
} from '../../../core/acid-base/additions'
import type { DoseQuestion } from '../../../core/acid-base/dose-question'
import { LIDS, type Lid } from '../../../core/bath/evaporation'
import { PARTICLE_SIZES, type ParticleSize } from '../../../core/bath/water-budget'
import type { ScheduleQuestion } from '../../../core/schedule/least-makespan'
import { massField, massOrNoneField } from '../log/common'

/** Bodies of the calculations about water, pH and time. */

const waterL = Joi.number().greater(0).max(10_000).required()

export interface WaterBody {
  dyestuff: { dryG: number; part: Part; size: ParticleSize; massG?: number; pressed?: boolean }[]
  fibreG: number
  form: Form
  vesselL: number
  lid: Lid
  hours: number
  tempC: number
  isFibreWet?: boolean
  pieceG?: number
}

export const waterSchema = Joi.object<WaterBody>({
  dyestuff: Joi.array()
    .items(
      Joi.object({
        dryG: massOrNoneField.required(),
        part: Joi.string()
          .valid(...PART_KEYS)
          .required(),
        size: Joi.string()
          .valid(...PARTICLE_SIZES)
          .required(),
        massG: massOrNoneField,
        pressed: Joi.boolean(),
      }),
    )
    .max(100)
    .required(),
  fibreG: massField.required(),
  form: Joi.string()
    .valid(...FORMS)
    .required(),
  vesselL: waterL,
  lid: Joi.string()
    .valid(...LIDS)
    .required(),
  hours: Joi.number().min(0).max(1000).required(),
  tempC: Joi.number().min(0).max(110).required(),
  isFibreWet: Joi.boolean(),
  pieceG: massField,
})

export interface PhBody {
  waterL: number
  alkalinityMmolL?: number
  additions: Addition[]
}

const phAgent = Joi.string()
  .valid(...PH_AGENT_KEYS)
  .required()
const form = Joi.string().max(40)

const addition = Joi.object({
  agent: phAgent,
  form,
  massG: massOrNoneField,
  volumeMl: Joi.number().min(0).max(1_000_000),
  percent: Joi.number().greater(0).max(100),
})
  .xor('massG', 'volumeMl')
  .and('volumeMl', 'percent')
  .messages({
    'object.missing': 'the amount is missing: give massG, or volumeMl with percent',
    'object.xor': 'give massG or volumeMl, not both',
    'object.and': 'volumeMl and percent belong together: give both',
  })

export const phSchema = Joi.object<PhBody>({
  waterL,
  alkalinityMmolL: Joi.number().min(0).max(1000),
  additions: Joi.array().items(addition).max(50).required(),
})

/** Agents that move the pH one way, so that it can be led there by doses. */
const DOSE_AGENTS: readonly PhAgent[] = PH_AGENT_KEYS.filter(
  (agent) => chemistryOf(agent).moves !== null,
)

const ph = Joi.number().min(0).max(14).required()

const liquorState = {
  dilution: Joi.number().greater(0).max(100),
  others: Joi.array()
    .items(
      Joi.object({
        agent: Joi.string()
          .valid(...PH_AGENT_KEYS)
          .required(),
        form,
        massG: massOrNoneField.required(),
      }),
    )
    .max(40),
}

export const phDoseSchema = Joi.object<DoseQuestion>({
  waterL,
  agent: Joi.string()
    .valid(...DOSE_AGENTS)
    .required(),
  form,
  readings: Joi.array()
    .items(Joi.object({ totalMassG: massOrNoneField.required(), ph, ...liquorState }))
    .min(1)
    .max(40)
    .required(),
  now: Joi.object(liquorState),
  kept: Joi.number().greater(0).max(1),
  readingSd: Joi.number().greater(0).max(2),
  target: ph,
  cap: ph,
})

const stepName = Joi.string().min(1).max(80)
const minutes = Joi.number().min(0).max(10_000_000)
const amount = Joi.number().min(0).max(1_000_000)

export const scheduleSchema = Joi.object<ScheduleQuestion>({
  steps: Joi.array()
    .items(
      Joi.object({
        id: stepName.required(),
        minutes: minutes.required(),
        after: Joi.array()
          .items(Joi.object({ id: stepName.required(), minLag: minutes, maxLag: minutes }))
          .max(50)
          .default([]),
        needs: Joi.object().pattern(stepName, amount),
      }),
    )
    .min(1)
    .max(120)
    .required(),
  resources: Joi.object().pattern(stepName, amount).required(),
})
