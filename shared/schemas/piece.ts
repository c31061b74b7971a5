import Joi from 'joi'
import { MORDANT_KEYS, type Mordant } from '../../catalogue/agents'
import { FIBRE_KEYS, FORMS, type Fibre, type Form } from '../../catalogue/fibres'
import {
  dateField,
  massField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from './common'
import { newReadingSchema, type NewReading, type Reading } from './reading'

/** What was done to a fibre; a piece's history is the list of them. */
export interface Treatment {
  id: string
  kind: 'wash' | 'mordant'
  agent: Mordant | null
  percentWof: number | null
  massG: number | null
  doneOn: string
}

export interface NewTreatment {
  id?: string
  kind: 'wash' | 'mordant'
  agent?: Mordant
  percentWof?: number
  doneOn: string
}

export const newTreatmentSchema = Joi.object<NewTreatment>({
  id: newIdField,
  kind: Joi.string().valid('wash', 'mordant').required(),
  agent: Joi.string()
    .valid(...MORDANT_KEYS)
    .when('kind', { is: 'mordant', then: Joi.required(), otherwise: Joi.forbidden() }),
  percentWof: Joi.number()
    .greater(0)
    .max(100)
    .when('kind', { is: 'mordant', then: Joi.required(), otherwise: Joi.forbidden() }),
  doneOn: dateField.required(),
})

/** A piece of fibre that is dyed as one. */
export interface Piece extends Recorded {
  code: string
  name: string
  fibre: Fibre
  form: Form
  /** Air-dry, before any wetting, g. */
  dryG: number
  treatments: Treatment[]
  /** Latest reading of the undyed fibre; null: not read yet. */
  bare: Reading | null
  /** Pots it has been through. */
  potIds: string[]
  note: string
}

export interface NewPiece {
  id: string
  name: string
  fibre: Fibre
  form: Form
  dryG: number
  treatments: NewTreatment[]
  bare?: NewReading
  note: string
}

export const newPieceSchema = Joi.object<NewPiece>({
  id: newIdField.required(),
  name: nameField.allow('').default(''),
  fibre: Joi.string()
    .valid(...FIBRE_KEYS)
    .required(),
  form: Joi.string()
    .valid(...FORMS)
    .required(),
  dryG: massField.required(),
  treatments: Joi.array().items(newTreatmentSchema).max(20).default([]),
  bare: newReadingSchema,
  note: noteField.default(''),
})

export interface PieceChange {
  name?: string
  form?: Form
  dryG?: number
  note?: string
  /** A new reading of the undyed fibre, added to the earlier ones. */
  bare?: NewReading
  /** Something done to it, added to its history. */
  treatment?: NewTreatment
}

export const pieceChangeSchema = Joi.object<PieceChange>({
  name: nameField.allow(''),
  form: Joi.string().valid(...FORMS),
  dryG: massField,
  note: noteField,
  bare: newReadingSchema,
  treatment: newTreatmentSchema,
}).min(1)

export interface PieceQuery extends PageQuery {
  fibre?: Fibre
  /** true: been through no pot yet; false: dyed. */
  undyed?: boolean
  code?: string
}

export const pieceQuerySchema = Joi.object<PieceQuery>({
  ...pageFields,
  fibre: Joi.string().valid(...FIBRE_KEYS),
  undyed: Joi.boolean(),
  code: Joi.string().max(20).uppercase(),
})
