import Joi from 'joi'
import { WAY_KEYS, type Way } from '../../catalogue/ways'
import type { Sureness } from '../../core/safety/gathering'
import type { Override } from '../../core/safety/guards'
import { overridesField } from './overrides'
import type { Basis, PlantState } from '../../core/harvest/dry-fraction'
import {
  dateField,
  idField,
  massField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from './common'

/** What a pot took of a lot, with the state it was in then. */
export interface PotLot {
  lotId: string
  lotCode: string
  sourceId: string
  massG: number
  state: PlantState
  dryFraction: number
  dryFractionBasis: Basis
  /** How sure its name is, and what that rests on, in words. */
  sureness: Sureness
  evidence: string[]
}

export interface PotPiece {
  pieceId: string
  pieceCode: string
  dryG: number
  swatchId: string
  swatchCode: string
}

export interface PotEvent {
  id: string
  kind: 'done' | 'setAside' | 'restored'
  at: string
  note: string
}

/** A pot that was dyed. */
export interface Pot extends Recorded {
  code: string
  title: string
  dyedOn: string
  way: Way
  lots: PotLot[]
  pieces: PotPiece[]
  events: PotEvent[]
  /** g plant per g dry fibre. */
  ratioAsWeighed: number
  ratioDry: number
  waterL: number | null
  tempC: number | null
  minutes: number | null
  finalPh: number | null
  /** Warnings gone against, and why. */
  overrides: Override[]
  note: string
}

export interface NewPot {
  id: string
  title: string
  dyedOn: string
  way: Way
  lots: { lotId: string; massG: number }[]
  pieces: { pieceId: string; swatchId?: string }[]
  waterL: number | null
  tempC: number | null
  minutes: number | null
  finalPh: number | null
  overrides?: Override[]
  note: string
}

const conditions = {
  title: nameField.allow(''),
  waterL: Joi.number().greater(0).max(1000).allow(null),
  tempC: Joi.number().min(0).max(110).allow(null),
  minutes: Joi.number().greater(0).max(1_000_000).allow(null),
  finalPh: Joi.number().min(0).max(14).allow(null),
  note: noteField,
}

export const newPotSchema = Joi.object<NewPot>({
  id: newIdField.required(),
  title: conditions.title.default(''),
  dyedOn: dateField.required(),
  way: Joi.string()
    .valid(...WAY_KEYS)
    .default('simmer'),
  lots: Joi.array()
    .items(Joi.object({ lotId: idField.required(), massG: massField.required() }))
    .min(1)
    .max(20)
    .unique('lotId')
    .required()
    .messages({ 'array.unique': 'each lot may be listed once' }),
  pieces: Joi.array()
    .items(Joi.object({ pieceId: idField.required(), swatchId: newIdField }))
    .min(1)
    .max(100)
    .unique('pieceId')
    .required()
    .messages({ 'array.unique': 'each piece may be listed once' }),
  waterL: conditions.waterL.default(null),
  tempC: conditions.tempC.default(null),
  minutes: conditions.minutes.default(null),
  finalPh: conditions.finalPh.default(null),
  overrides: overridesField,
  note: noteField.default(''),
})

export type PotChange = Partial<
  Pick<NewPot, 'title' | 'way' | 'waterL' | 'tempC' | 'minutes' | 'finalPh' | 'note'>
>

export const potChangeSchema = Joi.object<PotChange>({
  ...conditions,
  way: Joi.string().valid(...WAY_KEYS),
}).min(1)

export interface PotQuery extends PageQuery {
  lotId?: string
  sourceId?: string
  code?: string
}

export const potQuerySchema = Joi.object<PotQuery>({
  ...pageFields,
  lotId: idField,
  sourceId: idField,
  code: Joi.string().max(20).uppercase(),
})
