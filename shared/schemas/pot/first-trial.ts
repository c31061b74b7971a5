import Joi from 'joi'
import type { Fibre, Form } from '../../../catalogue/fibres'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import { fibreField, formField } from '../basket/piece'
import { aboveNothing, dateField, idField, massField, newIdField } from '../log/common'

/**
 * A first pair of jars, before anything is in the log: some of a plant, two small pieces of one
 * fibre, and two ratios of plant to fibre far enough apart to show a bend.
 */
export interface FirstTrial {
  /** The pair's. */
  id: string
  sourceId: string
  state: 'fresh' | 'dried' | 'frozen'
  /** How sure its name is. */
  sureness: 'sure' | 'likely'
  gatheredG: number
  /** Local date. */
  on: string
  fibre: Fibre
  form: Form
  /** Of each piece, g. */
  pieceG: number
  way: Way
  /** The same ones sent twice are made once; `ratio` is g of plant as weighed per g of fibre. */
  jars: { id: string; ratio: number }[]
}

export const firstTrialSchema = Joi.object<FirstTrial>({
  id: newIdField.required(),
  sourceId: idField.required(),
  state: Joi.string().valid('fresh', 'dried', 'frozen').required(),
  sureness: Joi.string().valid('sure', 'likely').required(),
  gatheredG: massField.required(),
  on: dateField.required(),
  fibre: fibreField.required(),
  form: formField.required(),
  pieceG: massField.required(),
  way: Joi.string()
    .valid(...WAY_KEYS)
    .required(),
  jars: Joi.array()
    .items(Joi.object({ id: newIdField.required(), ratio: aboveNothing(100).required() }))
    .length(2)
    .unique('id')
    .required(),
})
