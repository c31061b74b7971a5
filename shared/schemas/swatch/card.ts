import Joi from 'joi'
import { MORDANT_KEYS, type Mordant } from '../../../catalogue/agents'
import type { Fibre, Form } from '../../../catalogue/fibres'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import { AMOUNT_BASES, type AmountBasis } from '../../../core/harvest/ratio-error'
import {
  aboveNothing,
  dateField,
  idField,
  massField,
  newIdField,
  noteField,
  withinDaysField,
} from '../log/common'
import { conditions } from '../pot/pot'
import { fibreField, formField } from '../basket/piece'
import { newReadingSchema, type NewReading } from './reading'
import { swatchChangeSchema, type Verdict } from './swatch'

/** A day as well as somebody remembers it. */
export interface RoughDay {
  /** Local date. */
  on: string
  /** By how many days either way it may be off. */
  withinDays: number
}

/** One skein of a card. */
export interface CardPiece {
  fibre: Fibre
  form: Form
  /** Air-dry, g; null: not known. */
  dryG: number | null
  dryBasis: Exclude<AmountBasis, 'unknown'>
  /** Empty: none; null: nobody knows. */
  mordants: { agent: Mordant; percentWof: number | null }[] | null
  /** What it came out as; null: not told. */
  reading: NewReading | null
  /** Of the bare fibre; null: what is usual of its kind. */
  bare: NewReading | null
  verdict: Verdict | null
  mark: string
}

/**
 * Something that was dyed already, as its tag tells it: plant, fibre, mordant, pot and colour at once.
 * Of all but the source, what is not known is null, and stays so.
 */
export interface Card {
  /** The pot's: the same card sent twice is kept once. */
  id: string
  sourceId: string
  massG: number | null
  massBasis: Exclude<AmountBasis, 'unknown'>
  state: 'fresh' | 'dried' | 'frozen'
  /** g of plant as weighed per g of dry fibre, where it is the ratio that is told. */
  ratio: number | null
  gathered: RoughDay | null
  /** Name of the place; empty: not told. */
  place: string
  dyed: RoughDay | null
  way: Way
  minutes: number | null
  tempC: number | null
  waterL: number | null
  finalPh: number | null
  pieces: CardPiece[]
  note: string
}

const roughDayField = Joi.object<RoughDay>({
  on: dateField.required(),
  withinDays: withinDaysField.default(0),
}).allow(null)

const toldBasis = Joi.string()
  .valid(...AMOUNT_BASES.filter((basis) => basis !== 'unknown'))
  .default('weighed')

const cardPieceField = Joi.object<CardPiece>({
  fibre: fibreField.required(),
  form: formField.required(),
  dryG: massField.allow(null).default(null),
  dryBasis: toldBasis,
  mordants: Joi.array()
    .items(
      Joi.object({
        agent: Joi.string()
          .valid(...MORDANT_KEYS)
          .required(),
        percentWof: aboveNothing(100).allow(null).default(null),
      }),
    )
    .max(6)
    .unique('agent')
    .allow(null)
    .default(null),
  reading: newReadingSchema.allow(null).default(null),
  bare: newReadingSchema.allow(null).default(null),
  verdict: swatchChangeSchema.extract('verdict').default(null),
  mark: Joi.string().trim().max(40).allow('').default(''),
})

export const cardSchema = Joi.object<Card>({
  id: newIdField.required(),
  sourceId: idField.required(),
  massG: massField.allow(null).default(null),
  massBasis: toldBasis,
  state: Joi.string().valid('fresh', 'dried', 'frozen').required(),
  ratio: aboveNothing(1000).allow(null).default(null),
  gathered: roughDayField.default(null),
  place: Joi.string().trim().max(120).allow('').default(''),
  dyed: roughDayField.default(null),
  way: Joi.string()
    .valid(...WAY_KEYS)
    .required(),
  minutes: conditions.minutes.default(null),
  tempC: conditions.tempC.default(null),
  waterL: conditions.waterL.default(null),
  finalPh: conditions.finalPh.default(null),
  pieces: Joi.array().items(cardPieceField).min(1).max(24).required(),
  note: noteField.default(''),
})

/** Cards that are kept together. */
export const cardsSchema = Joi.object<{ cards: Card[] }>({
  cards: Joi.array().items(cardSchema).min(1).max(200).unique('id').required(),
})
