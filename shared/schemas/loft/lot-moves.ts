import Joi from 'joi'
import {
  dateField,
  idField,
  logNameField,
  massField,
  massOrNoneField,
  newIdField,
  noteField,
} from '../log/common'

/** One bag made of two: so much of a lot goes into a bag of its own. */
export interface SplitLot {
  /** Of the new lot. */
  id: string
  lotId: string
  massG: number
  doneOn: string
  note: string
}

export const splitLotSchema = Joi.object<SplitLot>({
  id: newIdField.required(),
  lotId: idField.required(),
  massG: massField.required(),
  doneOn: dateField.required(),
  note: noteField.default(''),
})

/** All that is left of several lots of one source and state, in one bag. */
export interface CombineLots {
  id: string
  lotIds: string[]
  doneOn: string
  note: string
}

export const combineLotsSchema = Joi.object<CombineLots>({
  id: newIdField.required(),
  lotIds: Joi.array().items(idField).min(2).max(20).unique().required(),
  doneOn: dateField.required(),
  note: noteField.default(''),
})

/** All bags on the scale in one go; differences from the books are booked. */
export interface CountStock {
  doneOn: string
  counted: { lotId: string; stepId: string; massG: number }[]
}

export const countStockSchema = Joi.object<CountStock>({
  doneOn: dateField.required(),
  counted: Joi.array()
    .items(
      Joi.object({
        lotId: idField.required(),
        stepId: newIdField.required(),
        massG: massOrNoneField.required(),
      }),
    )
    .min(1)
    .max(500)
    .unique('lotId')
    .required(),
})

/** Whether another log's swatches of a source count on its curves. */
export interface CountLog {
  fromLog: string
  sourceId: string
  isCounted: boolean
}

export const countLogSchema = Joi.object<CountLog>({
  fromLog: logNameField.required(),
  sourceId: idField.required(),
  isCounted: Joi.boolean().required(),
})
