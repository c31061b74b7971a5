import Joi from 'joi'
import { WAY_KEYS } from '../../../catalogue/ways'
import { AMOUNT_BASES, type AmountBasis } from '../../../core/harvest/ratio-error'
import type { Override } from '../../../core/safety/guards'
import { dateField, idField, instantField, massField } from '../log/common'
import { overridesField } from '../log/overrides'
import {
  conditions,
  endField,
  lotsField,
  newPotSchema,
  pieceFields,
  piecesOf,
  type NewPot,
  type RememberedEnd,
} from './pot'
import type { PieceOutcome } from './pot-event'
import { stuffFields, type PotPlan } from './pot-plan'

/** A plan as it is meant now: all of it, before the pot is lit. */
type Replan = Omit<NewPot, 'id' | 'stage' | 'overrides'>

/** A piece as it was in a pot; what is left out stays as it was written, or as the piece is. */
interface CorrectedPiece {
  pieceId: string
  swatchId?: string
  dryG?: number
  dryBasis?: AmountBasis
  minutes?: number | null
  outcome?: PieceOutcome | null
}

export type PotChange = Partial<
  Pick<
    NewPot,
    'title' | 'dyedWithinDays' | 'way' | 'waterL' | 'tempC' | 'minutes' | 'finalPh' | 'note'
  >
> & {
  /** Of a pot that is over: how it ended, and how its stuff, water and lid were. */
  end?: RememberedEnd
  size?: PotPlan['size']
  water?: PotPlan['water']
  lid?: PotPlan['lid']
  /** Of a pot that is over and was not lit on the hob: the day it was dyed. */
  dyedOn?: string
  /** Of a pot that is over: all it was begun with, and all its pieces as they went in. */
  lots?: NewPot['lots']
  pieces?: CorrectedPiece[]
  /** Notes of it, by id, that say what never happened. */
  notesBack?: string[]
  replan?: Replan
  /** Lights a planned pot: what it takes leaves the loft. */
  light?: { at: string; overrides: Override[] }
}

export const potChangeSchema = Joi.object<PotChange>({
  ...conditions,
  way: Joi.string().valid(...WAY_KEYS),
  end: endField,
  ...stuffFields,
  dyedOn: dateField,
  lots: lotsField,
  pieces: piecesOf({
    ...pieceFields,
    dryG: massField,
    dryBasis: Joi.string().valid(...AMOUNT_BASES),
  }),
  notesBack: Joi.array().items(idField).min(1).max(200).unique(),
  replan: newPotSchema.fork(['id', 'stage', 'overrides'], (field) => field.forbidden()),
  light: Joi.object({ at: instantField.required(), overrides: overridesField.default([]) }),
}).min(1)
