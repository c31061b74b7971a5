import Joi from 'joi'
import { SCHEME_KEYS } from '../../../catalogue/mordant-schemes'
import type { Form } from '../../../catalogue/fibres'
import { WAY_KEYS } from '../../../catalogue/ways'
import { BATH_HEAT_KEYS } from '../../../core/mordant/bath-steps'
import { MOST_SEED } from '../../../core/trial/draw-lots'
import type { TrialSpread } from '../../../core/trial/power'
import {
  TRIAL_FACTOR_FACTS,
  TRIAL_FACTORS,
  type Level,
  type TrialFactor,
  type TrialRecipe,
} from '../../rules/trial/trial-factors'
import { fibreField, formField } from '../basket/piece'
import {
  aboveNothing,
  dateField,
  idField,
  massField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'
import { conditions } from '../pot/pot'
import { stuffFields } from '../pot/pot-plan'

/** What is to be learnt, and from what. */
export interface TrialDesign {
  factor: TrialFactor
  /** The first is what the others are held against. */
  levels: Level[]
  /** Pieces on each level. */
  each: number
  /** By which lots were drawn. */
  seed: number
  /** Each piece in a jar of its own; where the pieces of one pot may differ in it. */
  inJars: boolean
  lotId: string
  form: Form
  /** Each piece, dry. */
  pieceG: number
  /** Whether the fibre is clean, and mordanted, already. */
  isWashed: boolean
  isMordanted: boolean
  /** What all of them share, but for the one thing. */
  recipe: TrialRecipe
}

/** Where a piece of a trial went. */
export interface TrialPlace {
  pieceId: string
  potId: string
  /** Place of its level among the levels. */
  level: number
}

/** What it was said to show when it was laid out. */
export interface TrialPromise extends TrialSpread {
  basis: 'pieces' | 'pots' | 'typical'
  /** Whether that is of this source, or of the whole log. */
  isOfSource: boolean
  /** The least it shows 8 times in 10; null: nothing can be told. */
  timesSeen: number | null
}

/** A fair trial: pieces that differ in one thing, kept until they are read. */
export interface Trial extends Recorded {
  words: string
  sourceId: string
  design: TrialDesign
  places: TrialPlace[]
  promise: TrialPromise
  note: string
}

export type TrialRow = Omit<Trial, 'rev' | 'createdAt' | 'updatedAt' | 'setAsideAt'>

/** As it is asked for: pieces, baths and pots are made of it. */
export interface NewTrial {
  id: string
  words: string
  /** Local date on which it is meant to be dyed. */
  on: string
  design: TrialDesign
}

const MOST_LEVELS = 8
const MOST_EACH = 8
const MOST_PIECES = 24

const recipeField = Joi.object<TrialRecipe>({
  fibre: fibreField.required(),
  scheme: Joi.string()
    .valid(...SCHEME_KEYS, 'none')
    .required(),
  percentWof: aboveNothing(100).allow(null).default(null),
  heat: Joi.string()
    .valid(...BATH_HEAT_KEYS)
    .allow(null)
    .default(null),
  finish: Joi.string().valid('dried', 'heldWet').allow(null).default(null),
  ratioDry: aboveNothing(100).required(),
  size: stuffFields.size.default(null),
  water: stuffFields.water.default(null),
  way: Joi.string()
    .valid(...WAY_KEYS)
    .required(),
  minutes: conditions.minutes.default(null),
  tempC: conditions.tempC.default(null),
  vesselId: idField.allow(null).default(null),
})

export const trialDesignSchema = Joi.object<TrialDesign>({
  factor: Joi.string()
    .valid(...TRIAL_FACTORS)
    .required(),
  levels: Joi.array()
    .items(Joi.string().max(40), Joi.number())
    .min(2)
    .max(MOST_LEVELS)
    .unique()
    .required()
    .messages({ 'array.unique': 'each level may be listed once' }),
  each: Joi.number().integer().min(1).max(MOST_EACH).required(),
  seed: Joi.number().integer().min(0).max(MOST_SEED).required(),
  inJars: Joi.boolean().default(false),
  lotId: idField.required(),
  form: formField.required(),
  pieceG: massField.required(),
  isWashed: Joi.boolean().default(true),
  isMordanted: Joi.boolean().default(false),
  recipe: recipeField.required(),
}).custom(checkedDesign)

const OF_A_MORDANT: readonly TrialFactor[] = ['mordantPercent', 'mordantHeat', 'mordantFinish']

/** Levels must be such as their factor has, and all of it no more than a dyer can handle. */
function checkedDesign(design: TrialDesign, helpers: Joi.CustomHelpers<TrialDesign>) {
  const { levels } = TRIAL_FACTOR_FACTS[design.factor]
  const wrong = design.levels.findIndex((level) =>
    'least' in levels
      ? typeof level !== 'number' || level < levels.least || level > levels.most
      : !levels.includes(String(level)),
  )
  const refuse = (custom: string) => helpers.message({ custom })
  if (wrong >= 0) {
    const may =
      'least' in levels ? `from ${levels.least} to ${levels.most}` : `one of ${levels.join(', ')}`
    return refuse(
      `{#label} must list levels of ${design.factor} ${may}; got ${design.levels[wrong]}`,
    )
  }
  const pieces = design.levels.length * design.each
  if (pieces > MOST_PIECES) {
    return refuse(`{#label} must be of ${MOST_PIECES} pieces at the most; got ${pieces}`)
  }
  if (OF_A_MORDANT.includes(design.factor) && design.recipe.scheme === 'none') {
    return refuse(`{#label} must name the mordant that ${design.factor} is of; got none`)
  }
  return design
}

const words = Joi.string().trim().min(1).max(300)

export const newTrialSchema = Joi.object<NewTrial>({
  id: newIdField.required(),
  words: words.required(),
  on: dateField.required(),
  design: trialDesignSchema.required(),
})

/** As it stands in the log: for what was laid out already. */
export const trialRowSchema = Joi.object<TrialRow>({
  id: newIdField.required(),
  words: words.required(),
  sourceId: idField.required(),
  design: trialDesignSchema.required(),
  places: Joi.array()
    .items(
      Joi.object<TrialPlace>({
        pieceId: idField.required(),
        potId: idField.required(),
        level: Joi.number()
          .integer()
          .min(0)
          .max(MOST_LEVELS - 1)
          .required(),
      }),
    )
    .min(2)
    .max(MOST_PIECES)
    .unique('pieceId')
    .required(),
  promise: Joi.object<TrialPromise>({
    sdLog: aboveNothing(10).required(),
    df: Joi.number().min(1).allow(null).required(),
    logSd: Joi.number().min(0).max(10),
    basis: Joi.string().valid('pieces', 'pots', 'typical').required(),
    isOfSource: Joi.boolean().required(),
    timesSeen: Joi.number().min(1).allow(null).required(),
  }).required(),
  note: noteField.default(''),
})

export type TrialChange = Partial<Pick<Trial, 'words' | 'note'>>

export const trialChangeSchema = Joi.object<TrialChange>({ words, note: noteField }).min(1)

export const trialQuerySchema = Joi.object<PageQuery>(pageFields)
