import Joi from 'joi'
import { MEASURE_KEYS, type Measure } from '../../../catalogue/measures'
import { PART_KEYS } from '../../../catalogue/parts'
import { FOREIGN, type Content } from '../../../core/harvest/contents'
import type { Basis, PlantState } from '../../../core/harvest/dry-fraction'
import { LOT_STEP_KINDS, type Chop, type LotStepKind } from '../../../core/harvest/lot-step'
import type { Sureness } from '../../../core/safety/gathering'
import {
  aboveNothing,
  dateField,
  idField,
  massField,
  massOrNoneField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  withinDaysField,
  type PageQuery,
  type Recorded,
} from '../log/common'
import { NO_LOT_WORDS, lotWordFields, newLotWordFields, type LotWords } from './lot-words'

/** States a lot may be weighed in; a liquor comes from a jar only. */
const PLANT_STATES = ['fresh', 'dried', 'frozen'] as const
/** How a lot came to hand. */
export const OBTAINED = [
  'picked',
  'windfall',
  'prunings',
  'storm-felled',
  'grown',
  'given',
  'bought',
] as const
export type Obtained = (typeof OBTAINED)[number]
const CHOPS = ['whole', 'chopped', 'ground'] as const
const SURENESSES = ['sure', 'likely', 'unsure'] as const

/** What a name rests on. */
export interface Evidence {
  id: string
  kind: 'features' | 'sporeColour' | 'spotTest' | 'secondOpinion'
  /** What was put on it, for a spot test. */
  agent?: 'bleach' | 'lye'
  words: string
  /** Local date. */
  on: string
}

/** One weighing on a lot's way: what was done, and the scale before and after. */
export interface LotStep {
  id: string
  kind: LotStepKind
  doneOn: string
  beforeG: number
  afterG: number
  stateBefore: PlantState
  stateAfter: PlantState
  note: string
}

export interface NewLotStep {
  id: string
  kind: LotStepKind
  doneOn: string
  /** On the scale afterwards, g. */
  afterG: number
  note: string
}

/** What can be told of a gathering beside its amount. */
interface LotDetails extends LotWords {
  patchId: string | null
  gatheredOn: string
  /** By how many days either way that may be off: 15 for "August 2024"; 0: it is known. */
  gatheredWithinDays: number
  stage: string | null
  obtained: Obtained
  minutes: number | null
  chop: Chop
  contents: Content[]
  sureness: Sureness
  evidence: Evidence[]
  note: string
}

/** What is told of a gathering where nothing more is known. */
export const PLAIN_LOT = {
  patchId: null,
  gatheredWithinDays: 0,
  stage: null,
  obtained: 'picked',
  ...NO_LOT_WORDS,
  minutes: null,
  chop: 'whole',
  contents: [],
  sureness: 'sure',
  evidence: [],
  note: '',
} satisfies Omit<LotDetails, 'gatheredOn'>

/** Something gathered: a source, at a place, on a day, with what is left of it. */
export interface Lot extends Recorded, LotDetails {
  /** Tag code, such as `TAN-26-03`. */
  code: string
  sourceId: string
  state: PlantState
  /** On the scale and of the bag, g; null where a net mass was typed. */
  grossG: number | null
  tareG: number | null
  containerId: string | null
  /** Counted instead of weighed, or both: so many of a measure. */
  measure: Measure | null
  count: number | null
  amountBasis: Basis
  /** Came to hand in all, g as it then was; and what is left of it, g as it is now. */
  netG: number
  leftG: number
  /** Air-dry useful mass / present mass, with what stands behind it. */
  dryFraction: number
  dryFractionBasis: Basis
  /** Weighed on this very lot (air-dry / fresh); null where it was not. */
  ownDryFraction: number | null
  /** How that came about: ageing and mixing make an estimate of it. */
  ownDryBasis: Basis
  /** Local date on which it was hung to dry; null where it does not hang. */
  hungOn: string | null
  /** Times its colour was drawn already. */
  extracted: number
  /** Jar a liquor or spent stuff came from. */
  jarId: string | null
  /** Lots it was split from or combined of. */
  fromLots: string[]
  /** True: not to be dyed with before its name is sure. */
  held: boolean
  /** Whose log it came out of; empty: it is one's own. */
  fromLog: string
  /** Whether its swatches count on curves: those of another's log only once they are wanted. */
  isCounted: boolean
  steps: LotStep[]
}

export interface NewLot extends LotDetails {
  id: string
  sourceId: string
  state: (typeof PLANT_STATES)[number]
  /** Gross and tare, or net, or a count with its measure. */
  grossG?: number
  tareG?: number
  containerId?: string
  netG?: number
  measure?: Measure
  count?: number
  /** Instead of any amount: nobody knows how much it was. */
  isAmountUnknown?: true
  /** Weighed on this lot: air-dry mass / fresh mass. */
  dryFraction?: number
}

const contentField = Joi.object<Content>({
  what: Joi.string()
    .valid(...PART_KEYS, FOREIGN)
    .required(),
  share: Joi.number().min(0).max(0.99).required(),
  basis: Joi.string().valid('weighed', 'guessed').required(),
})

const evidenceField = Joi.object<Evidence>({
  id: newIdField.required(),
  kind: Joi.string().valid('features', 'sporeColour', 'spotTest', 'secondOpinion').required(),
  agent: Joi.when('kind', {
    is: 'spotTest',
    then: Joi.string().valid('bleach', 'lye').required(),
    otherwise: Joi.forbidden(),
  }),
  words: Joi.string().trim().min(1).max(300).required(),
  on: dateField.required(),
})

const editable = {
  patchId: idField.allow(null),
  stage: nameField.allow(null),
  obtained: Joi.string().valid(...OBTAINED),
  gatheredOn: dateField,
  gatheredWithinDays: withinDaysField,
  ...lotWordFields,
  minutes: aboveNothing(10_000).allow(null),
  chop: Joi.string().valid(...CHOPS),
  contents: Joi.array().items(contentField).max(8),
  sureness: Joi.string().valid(...SURENESSES),
  evidence: Joi.array().items(evidenceField).max(30),
  dryFraction: aboveNothing(1),
  note: noteField,
}

export const newLotSchema = Joi.object<NewLot>({
  ...editable,
  id: newIdField.required(),
  sourceId: idField.required(),
  patchId: editable.patchId.default(null),
  gatheredOn: dateField.required(),
  gatheredWithinDays: editable.gatheredWithinDays.default(0),
  state: Joi.string()
    .valid(...PLANT_STATES)
    .required(),
  stage: editable.stage.default(null),
  obtained: editable.obtained.default('picked'),
  ...newLotWordFields,
  minutes: editable.minutes.default(null),
  chop: editable.chop.default('whole'),
  contents: editable.contents.default([]),
  sureness: editable.sureness.default('sure'),
  evidence: editable.evidence.default([]),
  grossG: massField,
  tareG: massOrNoneField,
  containerId: idField,
  netG: massField,
  measure: Joi.string().valid(...MEASURE_KEYS),
  count: aboveNothing(1_000_000),
  isAmountUnknown: Joi.valid(true),
  note: noteField.default(''),
})
  .or('grossG', 'netG', 'count', 'isAmountUnknown')
  .without('isAmountUnknown', ['grossG', 'netG', 'count'])
  .oxor('grossG', 'netG')
  .and('count', 'measure')
  .with('tareG', 'grossG')
  .messages({
    'object.missing': 'netG is missing: give netG, grossG with tareG, or count with measure',
    'object.oxor': 'give netG, or grossG with tareG, not both',
    'object.without': 'give an amount, or isAmountUnknown, not both',
    'object.with': 'tareG belongs to grossG: leave it out without it',
    'object.and': 'give count and measure together',
  })

export interface LotChange extends Partial<LotDetails> {
  /** Names it: the name carries to its swatches and curves. */
  sourceId?: string
  dryFraction?: number | null
  /** Corrects what was gathered, by an entry of its own. */
  netG?: number
  hungOn?: string | null
  isCounted?: boolean
  /** Something done to it and weighed, added to its chain. */
  step?: NewLotStep
}

export const lotChangeSchema = Joi.object<LotChange>({
  ...editable,
  sourceId: idField,
  dryFraction: editable.dryFraction.allow(null),
  netG: massField,
  hungOn: dateField.allow(null),
  isCounted: Joi.boolean(),
  step: Joi.object<NewLotStep>({
    id: newIdField.required(),
    kind: Joi.string()
      .valid(...LOT_STEP_KINDS)
      .required(),
    doneOn: dateField.required(),
    afterG: massOrNoneField.required(),
    note: noteField.default(''),
  }),
})
  .min(1)
  .oxor('step', 'netG')
  .messages({ 'object.oxor': 'give netG or step, not both' })

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
  state: Joi.string().valid(...PLANT_STATES, 'liquor'),
  inStock: Joi.boolean(),
  code: Joi.string().max(20).uppercase(),
})
