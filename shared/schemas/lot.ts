import Joi from 'joi'
import type { Basis, PlantState } from '../../core/harvest/dry-fraction'
import {
  dateField,
  idField,
  massField,
  massOrNoneField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from './common'

export const PLANT_STATES = ['fresh', 'dried', 'frozen'] as const
/** How a lot came to hand. */
export const OBTAINED = ['picked', 'windfall', 'prunings', 'grown', 'given', 'bought'] as const
export type Obtained = (typeof OBTAINED)[number]

/** Something gathered: a source, at a place, on a day, with what is left of it. */
export interface Lot extends Recorded {
  /** Tag code, such as `TAN-26-03`. */
  code: string
  sourceId: string
  patchId: string | null
  gatheredOn: string
  state: PlantState
  stage: string | null
  obtained: Obtained
  /** On the scale and of the bag, g; null where a net mass was typed. */
  grossG: number | null
  tareG: number | null
  /** Gathered in all, and what is left of it, g, in the lot's state. */
  netG: number
  leftG: number
  /** Air-dry mass / present mass, with what stands behind it. */
  dryFraction: number
  dryFractionBasis: Basis
  note: string
}

export interface NewLot {
  id: string
  sourceId: string
  patchId: string | null
  gatheredOn: string
  state: PlantState
  stage: string | null
  obtained: Obtained
  /** Either gross and tare, or net. */
  grossG?: number
  tareG?: number
  netG?: number
  /** Weighed on this lot: air-dry mass / fresh mass. */
  dryFraction?: number
  note: string
}

const editable = {
  patchId: idField.allow(null),
  stage: nameField.allow(null),
  obtained: Joi.string().valid(...OBTAINED),
  gatheredOn: dateField,
  dryFraction: Joi.number().greater(0).max(1),
  note: noteField,
}

export const newLotSchema = Joi.object<NewLot>({
  ...editable,
  id: newIdField.required(),
  sourceId: idField.required(),
  patchId: editable.patchId.default(null),
  gatheredOn: dateField.required(),
  state: Joi.string()
    .valid(...PLANT_STATES)
    .required(),
  stage: editable.stage.default(null),
  obtained: editable.obtained.default('picked'),
  grossG: massField,
  tareG: massOrNoneField,
  netG: massField,
  note: noteField.default(''),
})
  .xor('grossG', 'netG')
  .without('netG', 'tareG')
  .messages({
    'object.missing': 'netG is missing: give netG, or grossG with tareG',
    'object.xor': 'give netG, or grossG with tareG, not both',
    'object.without': 'tareG belongs to grossG: leave it out beside netG',
  })

export interface LotChange {
  patchId?: string | null
  stage?: string | null
  obtained?: Obtained
  gatheredOn?: string
  dryFraction?: number | null
  note?: string
  /** Corrects what was gathered, by an entry of its own. */
  netG?: number
}

export const lotChangeSchema = Joi.object<LotChange>({
  ...editable,
  dryFraction: editable.dryFraction.allow(null),
  netG: massField,
}).min(1)

export interface LotQuery extends PageQuery {
  sourceId?: string
  patchId?: string
  state?: PlantState
  /** Only lots of which something is left. */
  inStock?: boolean
  /** Beginning of a tag code. */
  code?: string
}

export const lotQuerySchema = Joi.object<LotQuery>({
  ...pageFields,
  sourceId: idField,
  patchId: idField,
  state: Joi.string().valid(...PLANT_STATES),
  inStock: Joi.boolean(),
  code: Joi.string().max(20).uppercase(),
})
