import Joi from 'joi'
import { isAnyId, isId } from '../../ids'

/** Largest mass that is taken as meant: a tonne. */
const MAX_MASS_G = 1_000_000

/**
 * Least of what is said to be above nothing, in any unit: a millionth. Smaller ones are slips of the
 * hand or of a program, and what is divided by them breaks every page that shows it.
 */
const LEAST = 1e-6

/** A number above nothing that those who read it bear. */
export const aboveNothing = (max: number) => Joi.number().greater(0).min(LEAST).max(max)

const oneLine = (max: number) => Joi.string().trim().min(1).max(max)

/** A UUIDv7, as whoever first writes a thing down makes it. */
export const newIdField = Joi.string().custom((value: string, helpers) =>
  isId(value)
    ? value.toLowerCase()
    : helpers.message({ custom: '{#label} must be a UUID of version 7' }),
)

/** The id of something already in the log or the catalogue. */
export const idField = Joi.string().custom((value: string, helpers) =>
  isAnyId(value)
    ? value.toLowerCase()
    : helpers.message({ custom: '{#label} must be an id (a UUID)' }),
)

export const nameField = oneLine(120)
/** What another dyer's log is called here. */
export const logNameField = oneLine(60)
export const noteField = Joi.string().trim().max(2000).allow('')

/** A mass in g, above 0. */
export const massField = aboveNothing(MAX_MASS_G)

/** A mass in g, 0 or more. */
/** How well an amount that is told is known. */
export const toldBasisField = Joi.string().valid('weighed', 'about')

export const massOrNoneField = Joi.number().min(0).max(MAX_MASS_G)

/** A local calendar date: `2026-09-09`, and one that exists. */
export const dateField = Joi.string().custom((value: string, helpers) =>
  isCalendarDate(value)
    ? value
    : helpers.message({ custom: '{#label} must be a calendar date such as 2026-09-09' }),
)

export function isCalendarDate(text: string): boolean {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text)
  if (!match) return false
  const date = new Date(`${text}T00:00:00Z`)
  const year = Number(match[1])
  return year >= 1900 && year <= 2200 && !Number.isNaN(+date) && date.toISOString().startsWith(text)
}

/** Whether an instant lies in a year that a log can be of; ms. */
const isNearNow = (at: number) => at >= Date.UTC(1900, 0) && at < Date.UTC(2201, 0)

/** Some year, some day: nothing at all is known of it. */
export const ANY_DAY = 36_500

/** By how many days either way a date may be off: 0 where it is known. */
export const withinDaysField = Joi.number().integer().min(0).max(ANY_DAY)

/** An instant with its offset, as the clock of whoever wrote it showed. */
export const instantField = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(?::\d{2}(?:\.\d+)?)?(?:Z|[+-]\d{2}:\d{2})$/)
  .custom((value: string, helpers) =>
    isNearNow(Date.parse(value)) ? value : helpers.error('string.pattern.base'),
  )
  .messages({
    'string.pattern.base': '{#label} must be an instant such as 2026-09-09T10:30:00+02:00',
  })

/** Half a year either way: "some time that year". */
const MOST_TOLERANCE_MIN = 183 * 24 * 60

/** How far an instant may be off, min. */
export const toleranceField = Joi.number().min(0).max(MOST_TOLERANCE_MIN).default(0)

export const labField = Joi.object({
  l: Joi.number().min(0).max(100).required(),
  a: Joi.number().min(-200).max(200).required(),
  b: Joi.number().min(-200).max(200).required(),
})

export const hexField = Joi.string()
  .pattern(/^#?([0-9a-fA-F]{3}|[0-9a-fA-F]{6})$/)
  .messages({ 'string.pattern.base': '{#label} must be a colour such as #8a5a00' })

export const reflectanceField = Joi.array().items(Joi.number().min(0).max(1)).length(31)

/** Where a page of a list begins and how long it is. */
export const pageFields = {
  after: idField.description('id of the last row of the page before'),
  limit: Joi.number().integer().min(1).max(200).default(50),
  aside: Joi.boolean().default(false).description('true lists what was set aside instead'),
}

export interface PageQuery {
  after?: string
  limit: number
  aside: boolean
}

/** One page of a list, newest first. `next` goes into `?after=`; null on the last page. */
export interface Page<T> {
  items: T[]
  next: string | null
}

/** Fields that every row of the log carries. */
export interface Recorded {
  id: string
  rev: number
  createdAt: string
  updatedAt: string
  setAsideAt: string | null
}
