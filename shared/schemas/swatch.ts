import Joi from 'joi'
import { idField, newIdField, noteField, pageFields, type PageQuery, type Recorded } from './common'
import { newReadingSchema, type NewReading, type Reading } from './reading'

/** What came of one piece in one pot, and how its colour was read. */
export interface Swatch extends Recorded {
  code: string
  potId: string
  pieceId: string
  /** Newest first; empty: not read yet. */
  readings: Reading[]
  note: string
}

export interface NewSwatch {
  id: string
  potId: string
  pieceId: string
  reading?: NewReading
  note: string
}

export const newSwatchSchema = Joi.object<NewSwatch>({
  id: newIdField.required(),
  potId: idField.required(),
  pieceId: idField.required(),
  reading: newReadingSchema,
  note: noteField.default(''),
})

export interface SwatchChange {
  note?: string
  /** A new reading, added to the earlier ones. */
  reading?: NewReading
}

export const swatchChangeSchema = Joi.object<SwatchChange>({
  note: noteField,
  reading: newReadingSchema,
}).min(1)

export interface SwatchQuery extends PageQuery {
  potId?: string
  pieceId?: string
  sourceId?: string
  /** true: waiting to be read; false: read. */
  unread?: boolean
  code?: string
}

export const swatchQuerySchema = Joi.object<SwatchQuery>({
  ...pageFields,
  potId: idField,
  pieceId: idField,
  sourceId: idField,
  unread: Joi.boolean(),
  code: Joi.string().max(20).uppercase(),
})
