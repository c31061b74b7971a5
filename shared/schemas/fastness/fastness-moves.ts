import Joi from 'joi'
import { dateField, idField } from '../log/common'
import {
  fastnessTestChangeSchema,
  newFastnessTestSchema,
  type FastnessTestChange,
  type NewFastnessTest,
} from './fastness-test'

const MOST_TOGETHER = 60

/** Tests that are set out together: six swatches in the south window. */
export interface NewTestSet {
  tests: NewFastnessTest[]
}

export const newTestSetSchema = Joi.object<NewTestSet>({
  tests: Joi.array().items(newFastnessTestSchema).min(1).max(MOST_TOGETHER).unique('id').required(),
})

/** A look at several of them at once, or their end. */
export interface TestSetChange {
  changes: { id: string; change: FastnessTestChange }[]
}

export const testSetChangeSchema = Joi.object<TestSetChange>({
  changes: Joi.array()
    .items(Joi.object({ id: idField.required(), change: fastnessTestChangeSchema.required() }))
    .min(1)
    .max(MOST_TOGETHER)
    .unique('id')
    .required(),
})

export const fastnessAskSchema = Joi.object<{ on: string }>({ on: dateField.required() })
