import Joi from 'joi'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import type { Sureness } from '../../../core/safety/gathering'
import type { Override } from '../../../core/safety/guards'
import { overridesField } from '../log/overrides'
import type { Part } from '../../../catalogue/parts'
import type { Basis, PlantState } from '../../../core/harvest/dry-fraction'
import { AMOUNT_BASES, type AmountBasis } from '../../../core/harvest/ratio-error'
import {
  LIQUOR_ENDS,
  newPotEventSchema,
  outcomeFields,
  RINSES,
  SPENT_ENDS,
  type NewPotEvent,
  type PieceOutcome,
  type PotEvent,
} from './pot-event'
import { potPlanSchema, type PotPlan } from './pot-plan'
import {
  aboveNothing,
  dateField,
  idField,
  massField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  withinDaysField,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** What a pot took of a lot, with the state it was in then. */
export interface PotLot {
  lotId: string
  lotCode: string
  sourceId: string
  part: Part
  /** Its colour was drawn before, or it was left to age: then it gives another colour. */
  isSpent: boolean
  isAged: boolean
  /** It lay in water before. */
  isSoaked: boolean
  /** Whose log it came out of; empty: it is one's own. */
  fromLog: string
  /** Whether its swatches count on curves. */
  isCounted: boolean
  /** 0 where it is not known. */
  massG: number
  massBasis: AmountBasis
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
  dryBasis: AmountBasis
  /** null while the pot is planned or running. */
  swatchId: string | null
  swatchCode: string | null
  /** In the liquor in all, min; null: not known apart from the pot's. */
  minutes: number | null
  outcome: PieceOutcome | null
}

const POT_STAGES = ['planned', 'running', 'done'] as const
type PotStage = (typeof POT_STAGES)[number]

/** What became of a pot's liquor and its stuff; null: nobody remembers. */
export interface RememberedEnd {
  liquor: (typeof LIQUOR_ENDS)[number] | null
  liquorL: number | null
  spent: (typeof SPENT_ENDS)[number] | null
  rinse: (typeof RINSES)[number] | null
  boiled: boolean | null
}

/** How a pot ended. */
interface PotEnd extends RememberedEnd {
  /** The liquor alone, before the pieces went in; left out, or null: not known. */
  liquorBoiled?: boolean | null
  /** Where it went another way than planned, in words. */
  departures: string[]
}

/** A pot: planned, running, or dyed. */
export interface Pot extends Recorded {
  code: string
  title: string
  stage: PotStage
  /** Local date; of a planned pot, the day it is meant for. */
  dyedOn: string
  /** By how many days either way that may be off; 0: it is known. */
  dyedWithinDays: number
  way: Way
  /** The user's own way it follows, and its name then. */
  ownWayId: string | null
  wayName: string
  plan: PotPlan | null
  litAt: string | null
  endedAt: string | null
  end: PotEnd | null
  vesselId: string | null
  /** Several jars in one water bath share this. */
  groupId: string | null
  /** The pot whose liquor it dyes in again: bath number 2, 3, ... */
  fromPotId: string | null
  bathNumber: number
  lots: PotLot[]
  pieces: PotPiece[]
  events: PotEvent[]
  /** g plant per g dry fibre; null: a share that nobody measured, or no plant of its own. */
  ratioAsWeighed: number | null
  ratioDry: number | null
  isRatioKnown: boolean
  /** SD of the logarithm of the ratio: 0 where all was weighed; null where it is not known. */
  ratioErrorSd: number | null
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
  /** `done` where it is left out: a pot of the past. */
  stage?: 'planned' | 'done'
  plan?: PotPlan | null
  ownWayId?: string | null
  wayName?: string
  vesselId?: string | null
  groupId?: string | null
  fromPotId?: string | null
  /** false: a share of a liquor that nobody measured. */
  isRatioKnown?: boolean
  dyedOn: string
  dyedWithinDays?: number
  way: Way
  /** `massBasis` is the lot's own where it is left out; of an unknown mass, `massG` is 0. */
  lots: { lotId: string; massG: number; massBasis?: AmountBasis }[]
  /** Time in the liquor and what came of it: of a pot of the past alone. */
  pieces: {
    pieceId: string
    swatchId?: string
    minutes?: number | null
    outcome?: PieceOutcome | null
  }[]
  waterL: number | null
  tempC: number | null
  minutes: number | null
  finalPh: number | null
  /** Of a pot of the past: how it ended, and what was noted of it. */
  end?: RememberedEnd
  notes?: NewPotEvent[]
  overrides?: Override[]
  note: string
}

export const conditions = {
  title: nameField.allow(''),
  dyedWithinDays: withinDaysField,
  waterL: aboveNothing(1000).allow(null),
  tempC: Joi.number().min(0).max(110).allow(null),
  minutes: aboveNothing(1_000_000).allow(null),
  finalPh: Joi.number().min(0).max(14).allow(null),
  note: noteField,
}

const potLotField = Joi.object<NewPot['lots'][number]>({
  lotId: idField.required(),
  massG: massField.required().when('massBasis', { is: 'unknown', then: Joi.valid(0) }),
  massBasis: Joi.string().valid(...AMOUNT_BASES),
})

export const lotsField = Joi.array()
  .items(potLotField)
  .max(20)
  .unique('lotId')
  .messages({ 'array.unique': 'each lot may be listed once' })

export const pieceFields = {
  pieceId: idField.required(),
  swatchId: newIdField,
  minutes: conditions.minutes,
  outcome: Joi.object(outcomeFields).allow(null),
}

export const piecesOf = (fields: Joi.SchemaMap) =>
  Joi.array()
    .items(Joi.object(fields))
    .min(1)
    .max(100)
    .unique('pieceId')
    .messages({ 'array.unique': 'each piece may be listed once' })

export const endField = Joi.object<RememberedEnd>({
  liquor: Joi.string()
    .valid(...LIQUOR_ENDS)
    .allow(null)
    .default(null),
  liquorL: massField.max(1000).allow(null).default(null),
  spent: Joi.string()
    .valid(...SPENT_ENDS)
    .allow(null)
    .default(null),
  rinse: Joi.string()
    .valid(...RINSES)
    .allow(null)
    .default(null),
  boiled: Joi.boolean().allow(null).default(null),
})

export const newPotSchema = Joi.object<NewPot>({
  id: newIdField.required(),
  title: conditions.title.default(''),
  stage: Joi.string().valid('planned', 'done'),
  plan: potPlanSchema.allow(null).when('stage', { is: 'planned', then: Joi.required() }),
  ownWayId: idField.allow(null),
  wayName: Joi.string().trim().max(120).allow(''),
  vesselId: idField.allow(null),
  groupId: newIdField.allow(null),
  fromPotId: idField.allow(null),
  isRatioKnown: Joi.boolean(),
  dyedOn: dateField.required(),
  dyedWithinDays: conditions.dyedWithinDays,
  way: Joi.string()
    .valid(...WAY_KEYS)
    .default('simmer'),
  lots: lotsField
    .required()
    .when('fromPotId', { is: idField.required(), otherwise: Joi.array().min(1) }),
  pieces: piecesOf(pieceFields).required(),
  waterL: conditions.waterL.default(null),
  tempC: conditions.tempC.default(null),
  minutes: conditions.minutes.default(null),
  finalPh: conditions.finalPh.default(null),
  end: endField,
  notes: Joi.array().items(newPotEventSchema).max(200).unique('id'),
  overrides: overridesField,
  note: noteField.default(''),
}).when('.stage', {
  is: 'planned',
  then: Joi.object({ end: Joi.forbidden(), notes: Joi.forbidden() }),
})

/** Several pots made as one change: jars that share one water bath. */
export const newPotsSchema = Joi.object<{ pots: NewPot[] }>({
  pots: Joi.array().items(newPotSchema).min(1).max(24).unique('id').required(),
})

export interface PotQuery extends PageQuery {
  lotId?: string
  sourceId?: string
  code?: string
  stage?: PotStage
}

export const potQuerySchema = Joi.object<PotQuery>({
  ...pageFields,
  lotId: idField,
  sourceId: idField,
  code: Joi.string().max(20).uppercase(),
  stage: Joi.string().valid(...POT_STAGES),
})
