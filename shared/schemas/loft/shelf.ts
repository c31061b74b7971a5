import Joi from 'joi'
import { AGENT_KEYS, type Agent } from '../../../catalogue/agents'
import { AGENT_FORMS, type CalcAgent } from '../../../core/mordant/agents'
import {
  dateField,
  massField,
  massOrNoneField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** Forms an agent is sold in; `['']` where it comes in one only. */
export const formsOf = (agent: Agent): string[] =>
  Object.keys(AGENT_FORMS[agent as CalcAgent] ?? { '': 0 })

/** A jar or packet of something that is put into baths. */
export interface ShelfItem extends Recorded {
  agent: Agent
  form: string
  name: string
  boughtOn: string
  /** As bought, g. */
  boughtG: number
  /** What is left, the sum of its movements, g. */
  leftG: number
  /** Below this it is low, g; null: never said. */
  lowG: number | null
  note: string
}

export interface NewShelfItem {
  id: string
  agent: Agent
  form: string
  name: string
  boughtOn: string
  boughtG: number
  lowG: number | null
  note: string
}

export const newShelfItemSchema = Joi.object<NewShelfItem>({
  id: newIdField.required(),
  agent: Joi.string()
    .valid(...AGENT_KEYS)
    .required(),
  form: Joi.string()
    .allow('')
    .max(40)
    .custom((form: string, helpers) => {
      const { agent } = helpers.state.ancestors[0] as { agent?: Agent }
      if (!agent || !AGENT_KEYS.includes(agent) || formsOf(agent).includes(form)) return form
      const known = formsOf(agent).filter(Boolean).join(', ') || 'one form only'
      return helpers.message({ custom: `{#label} of ${agent} must be one of: ${known}` })
    })
    .default((parent: { agent: Agent }) => formsOf(parent.agent)[0]),
  name: nameField.allow('').default(''),
  boughtOn: dateField.required(),
  boughtG: massField.required(),
  lowG: massOrNoneField.allow(null).default(null),
  note: noteField.default(''),
})

export interface ShelfItemChange {
  name?: string
  lowG?: number | null
  note?: string
  /** More of the same, put into the jar. */
  added?: { massG: number; on: string }
  /** What the scale says is left. */
  counted?: { massG: number; on: string }
}

const weighed = (mass: Joi.NumberSchema) =>
  Joi.object({ massG: mass.required(), on: dateField.required() })

export const shelfItemChangeSchema = Joi.object<ShelfItemChange>({
  name: nameField.allow(''),
  lowG: massOrNoneField.allow(null),
  note: noteField,
  added: weighed(massField),
  counted: weighed(massOrNoneField),
}).min(1)

export interface ShelfQuery extends PageQuery {
  agent?: Agent
}

export const shelfQuerySchema = Joi.object<ShelfQuery>({
  ...pageFields,
  agent: Joi.string().valid(...AGENT_KEYS),
})
