import Joi from 'joi'
import { idField } from '../log/common'
import { newReadingSchema, type NewReading } from './reading'

/** A reading of the first of several swatches of one pot, taken to hold for the others too. */
export interface ReadAlike {
  swatchIds: string[]
  reading: NewReading
}

export const readAlikeSchema = Joi.object<ReadAlike>({
  swatchIds: Joi.array().items(idField).min(2).max(100).unique().required(),
  reading: newReadingSchema.required(),
})
