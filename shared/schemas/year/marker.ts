import Joi from 'joi'
import {
  dateField,
  idField,
  newIdField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** A sign of the season that a dyer watches for: the blackthorn flowers. The dyer's own, and no more. */
export interface Marker extends Recorded, Omit<NewMarker, 'id'> {}

export interface NewMarker {
  id: string
  words: string
  /** Local dates on which it was first seen, one of a year. */
  seenOn: string[]
  windows: MarkedWindow[]
}

/** A season that hangs on a marker instead of dates. */
export interface MarkedWindow {
  sourceId: string
  /** Days from the marker to its first day and to its last. */
  fromDays: number
  toDays: number
}

const MOST_YEARS = 100
const MOST_WINDOWS = 100
/** A marker that lies farther off marks nothing. */
const MOST_DAYS = 300

const windowField = Joi.object<MarkedWindow>({
  sourceId: idField.required(),
  fromDays: Joi.number().integer().min(-MOST_DAYS).max(MOST_DAYS).required(),
  toDays: Joi.number()
    .integer()
    .min(Joi.ref('fromDays'))
    .max(MOST_DAYS)
    .required()
    .messages({ 'any.ref': '{#label} must not be before the first day' }),
})

const editable = {
  words: Joi.string().trim().min(1).max(200),
  seenOn: Joi.array()
    .items(dateField)
    .max(MOST_YEARS)
    // days that are none are compared too, before they are refused
    .unique((a: unknown, b: unknown) => String(a).slice(0, 4) === String(b).slice(0, 4))
    .messages({ 'array.unique': '{#label} must hold one day of each year: it is seen first once' }),
  windows: Joi.array()
    .items(windowField)
    .max(MOST_WINDOWS)
    .unique('sourceId')
    .messages({ 'array.unique': '{#label} must name each source once' }),
}

export const newMarkerSchema = Joi.object<NewMarker>({
  id: newIdField.required(),
  words: editable.words.required(),
  seenOn: editable.seenOn.default([]),
  windows: editable.windows.default([]),
})

export type MarkerChange = Partial<Omit<NewMarker, 'id'>>
export const markerChangeSchema = Joi.object<MarkerChange>(editable).min(1)

export type MarkerQuery = PageQuery
export const markerQuerySchema = Joi.object<MarkerQuery>(pageFields)
