import Joi from 'joi'
import { FIBRE_KEYS, FORMS, type Fibre, type Form } from '../../../catalogue/fibres'
import {
  aboveNothing,
  dateField,
  idField,
  massField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'
import { AMOUNT_BASES, type AmountBasis } from '../../../core/harvest/ratio-error'
import type { Override } from '../../../core/safety/guards'
import { overridesField } from '../log/overrides'
import { newReadingSchema, type NewReading, type Reading } from '../swatch/reading'
import { newTreatmentSchema, type NewTreatment, type Treatment } from './treatment'

export { mordantKeyOf, mordantsOf, type NewTreatment, type Treatment } from './treatment'

/** Colour of the undyed fibre, in a word; a reading says it better. */
export const BASES = ['white', 'cream', 'grey', 'brown', 'black', 'dyed'] as const
export type Base = (typeof BASES)[number]

/** What a piece is, beside its fibre and weight. */
export interface PieceTraits {
  /** Other fibres in it, where it is a blend: shares of the whole, %. */
  blend: { fibre: Fibre; percent: number }[]
  /** How its dry weight is known. */
  dryBasis: AmountBasis
  /** False: which mordants it had, if any, nobody knows. */
  mordantKnown: boolean
  base: Base
  /** Knots, ties or notches that survive the pot; empty: none. */
  mark: string
  setId: string | null
  /** Of cloth, cm; null: not measured. */
  widthCm: number | null
  lengthCm: number | null
  /** Of yarn, m per 100 g. */
  metresPer100G: number | null
  /** What its band says it weighs, g. */
  soldAsG: number | null
  /** Warnings gone against when it was weighed in, and why. */
  overrides: Override[]
}

export const PLAIN_TRAITS: PieceTraits = {
  blend: [],
  dryBasis: 'weighed',
  mordantKnown: true,
  base: 'white',
  mark: '',
  setId: null,
  widthCm: null,
  lengthCm: null,
  metresPer100G: null,
  soldAsG: null,
  overrides: [],
}

/** A piece of fibre that is dyed as one. */
export interface Piece extends Recorded, PieceTraits {
  code: string
  name: string
  fibre: Fibre
  form: Form
  /** Air-dry, before any wetting, g. */
  dryG: number
  treatments: Treatment[]
  /** Latest reading of the undyed fibre; null: not read yet. */
  bare: Reading | null
  /** Pots it has been through, also before it was split off. */
  potIds: string[]
  /** The piece it was split from. */
  fromPieceId: string | null
  /** Whose log it came out of; empty: it is one's own. */
  fromLog: string
  /** Local date on which it was split into others; null: it is whole. */
  splitOn: string | null
  /** The bath it lies in, or is planned into. */
  bathId: string | null
  note: string
}

export type NewPiece = Partial<PieceTraits> & {
  id: string
  name: string
  fibre: Fibre
  form: Form
  dryG: number
  treatments: NewTreatment[]
  bare?: NewReading
  note: string
}

export const fibreField = Joi.string().valid(...FIBRE_KEYS)
export const formField = Joi.string().valid(...FORMS)
const sizeField = aboveNothing(100_000).allow(null)

const traits = {
  blend: Joi.array()
    .items(
      Joi.object({
        fibre: fibreField.required(),
        percent: Joi.number().greater(0).less(100).required(),
      }),
    )
    .max(5)
    .unique('fibre')
    .custom((blend: PieceTraits['blend'], helpers) =>
      blend.reduce((sum, { percent }) => sum + percent, 0) < 100
        ? blend
        : helpers.message({
            custom: '{#label} must leave a share for the fibre itself: less than 100 % in all',
          }),
    )
    .messages({ 'array.unique': 'each fibre may be listed once' }),
  dryBasis: Joi.string().valid(...AMOUNT_BASES),
  mordantKnown: Joi.boolean(),
  base: Joi.string().valid(...BASES),
  mark: Joi.string().trim().max(40).allow(''),
  setId: idField.allow(null),
  widthCm: sizeField,
  lengthCm: sizeField,
  metresPer100G: sizeField,
  soldAsG: massField.allow(null),
  overrides: overridesField,
}

export const newPieceSchema = Joi.object<NewPiece>({
  id: newIdField.required(),
  name: nameField.allow('').default(''),
  fibre: fibreField.required(),
  form: formField.required(),
  dryG: massField.required(),
  treatments: Joi.array().items(newTreatmentSchema).max(20).default([]),
  bare: newReadingSchema,
  note: noteField.default(''),
  ...traits,
})

export interface PieceChange extends Partial<PieceTraits> {
  name?: string
  fibre?: Fibre
  form?: Form
  dryG?: number
  note?: string
  /** A new reading of the undyed fibre, added to the earlier ones. */
  bare?: NewReading
  /** Something done to it, added to its history. */
  treatment?: NewTreatment
  /** An entry of its history as it should have read. */
  corrected?: { id: string; treatment: NewTreatment }
  /** Id of an entry of its history that never was. */
  takenBack?: string
}

export const pieceChangeSchema = Joi.object<PieceChange>({
  name: nameField.allow(''),
  form: formField,
  dryG: massField,
  note: noteField,
  bare: newReadingSchema,
  treatment: newTreatmentSchema,
  corrected: Joi.object({ id: idField.required(), treatment: newTreatmentSchema.required() }),
  takenBack: idField,
  fibre: fibreField,
  ...traits,
}).min(1)

export interface PieceQuery extends PageQuery {
  fibre?: Fibre
  /** true: been through no pot yet; false: dyed. */
  undyed?: boolean
  setId?: string
  bathId?: string
  code?: string
}

export const pieceQuerySchema = Joi.object<PieceQuery>({
  ...pageFields,
  fibre: fibreField,
  undyed: Joi.boolean(),
  setId: idField,
  bathId: idField,
  code: Joi.string().max(20).uppercase(),
})

/** A skein cut or wound into several: each keeps its history. */
export interface SplitPiece {
  on: string
  parts: { id: string; dryG: number; mark: string }[]
}

export const splitPieceSchema = Joi.object<SplitPiece>({
  on: dateField.required(),
  parts: Joi.array()
    .items(
      Joi.object({
        id: newIdField.required(),
        dryG: massField.required(),
        mark: Joi.string().trim().max(40).allow('').default(''),
      }),
    )
    .min(2)
    .max(50)
    .unique('id')
    .required(),
})

/** Pieces by their ids, in an order of one's own. */
export const namedPiecesSchema = Joi.object<{ ids: string[] }>({
  ids: Joi.array().items(idField).max(500).unique().required(),
})
