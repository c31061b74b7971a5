import Joi from 'joi'
import { AGENT_KEYS } from '../../../catalogue/agents'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import { InputError } from '../../../core/input-error'
import { inOrder, MOST_STEPS, WAY_STEP_KINDS, type WayStep } from '../../../core/pot/way-steps'
import {
  aboveNothing,
  massOrNoneField,
  toldBasisField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** A way of the user's own, begun as a copy of another. */
export interface OwnWay extends Recorded, Omit<NewOwnWay, 'id'> {}

export interface NewOwnWay {
  id: string
  name: string
  /** The way it was copied from: what curves and cautions go by. */
  basedOn: Way
  steps: WayStep[]
  note: string
}

const MOST_MIN = 400 * 24 * 60
const minutes = Joi.number().min(0).max(MOST_MIN)
const stepId = Joi.string()
  .pattern(/^[a-zA-Z][a-zA-Z0-9]*$/)
  .max(30)

const wayStep = Joi.object({
  id: stepId.required(),
  kind: Joi.string()
    .valid(...WAY_STEP_KINDS)
    .required(),
  words: Joi.string().trim().min(1).max(200).required(),
  minutes: minutes.required(),
  mostMinutes: minutes.allow(null).required(),
  tempC: Joi.number().min(0).max(110).allow(null).required(),
  after: Joi.array()
    .items(Joi.object({ id: stepId.required(), minLagMin: minutes, maxLagMin: minutes }))
    .max(10)
    .required(),
  attended: Joi.boolean(),
  burner: Joi.boolean(),
  daylight: Joi.boolean(),
  adds: Joi.object({
    agent: Joi.string()
      .valid(...AGENT_KEYS)
      .required(),
    form: Joi.string().max(40).allow('').default(''),
    massG: massOrNoneField.allow(null).required(),
    massBasis: toldBasisField,
  }).when('kind', { is: 'add', then: Joi.required(), otherwise: Joi.forbidden() }),
  look: Joi.string().trim().max(200),
  lookEveryMin: aboveNothing(MOST_MIN),
  again: Joi.object({
    from: stepId.required(),
    words: Joi.string().trim().min(1).max(200).required(),
    most: Joi.number().integer().min(2).max(30).required(),
  }),
})

/** Steps that make a way: a graph without circles, pieces go in once. */
export const stepsField = Joi.array()
  .items(wayStep)
  .min(1)
  .max(MOST_STEPS)
  .custom((steps: WayStep[], helpers) => {
    try {
      inOrder(steps)
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      return helpers.message({ custom: `{#label}: ${error.message}` })
    }
    const enters = steps.filter(({ kind }) => kind === 'enter').length
    return enters === 1
      ? steps
      : helpers.message({ custom: `{#label} must let the pieces in once; got ${enters} times` })
  })

const fields = {
  name: nameField,
  basedOn: Joi.string().valid(...WAY_KEYS),
  steps: stepsField,
  note: noteField,
}

export const newOwnWaySchema = Joi.object<NewOwnWay>({
  ...fields,
  id: newIdField.required(),
  name: fields.name.required(),
  basedOn: fields.basedOn.required(),
  steps: fields.steps.required(),
  note: fields.note.default(''),
})

export type OwnWayChange = Partial<Pick<NewOwnWay, 'name' | 'steps' | 'note'>>

export const ownWayChangeSchema = Joi.object<OwnWayChange>({
  name: fields.name,
  steps: fields.steps,
  note: fields.note,
}).min(1)

export const ownWayQuerySchema = Joi.object<PageQuery>(pageFields)
