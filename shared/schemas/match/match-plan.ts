import Joi from 'joi'
import { AGENT_KEYS, type Agent } from '../../../catalogue/agents'
import type { Fibre, Form } from '../../../catalogue/fibres'
import { SCHEME_KEYS, type Scheme } from '../../../catalogue/mordant-schemes'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import type { ParticleSize } from '../../../core/bath/water-budget'
import type { Lab } from '../../../core/colour/tristimulus'
import { fibreField, formField } from '../basket/piece'
import {
  aboveNothing,
  dateField,
  hexField,
  idField,
  labField,
  massField,
  newIdField,
} from '../log/common'
import { stuffFields } from '../pot/pot-plan'

/** A bath of a recipe for a wanted colour. */
export interface MatchBath {
  /** Of the pot that is planned. */
  id: string
  lotId: string
  /** Of the lot, in the state it is in, g. */
  massG: number
  way: Way
  /** null: as it is usually taken. */
  size: ParticleSize | null
  /** How its swatches were dyed, where a plan has no field for it; empty: as usual. */
  like: string
  tempC: number | null
  minutes: number | null
  /** Stirred in when the dye has taken; null: nothing. */
  after: Agent | null
  /** What the pieces are to be after it. */
  expected: { hex: string; lab: Lab } | null
  /** Swatches that says. */
  n: number
  /** How many of them are estimated from a colour. */
  estimated: number
}

/** A recipe for a wanted colour, to be made planned pots in their order. */
export interface NewMatchPlan {
  words: string
  on: string
  fibre: Fibre
  form: Form
  /** Dry fibre, g; taken where no piece of the basket is named. */
  fibreG: number
  /** Of the basket; empty: a piece is written down. */
  pieceIds: string[]
  /** Mordanted so beforehand, one after another; empty: they are ready, or want none. */
  schemes: Scheme[]
  baths: MatchBath[]
}

const MOST_BATHS = 2

export const newMatchPlanSchema = Joi.object<NewMatchPlan>({
  words: Joi.string().trim().min(1).max(200).required(),
  on: dateField.required(),
  fibre: fibreField.required(),
  form: formField.required(),
  fibreG: massField.required(),
  pieceIds: Joi.array().items(idField).max(100).unique().default([]),
  schemes: Joi.array()
    .items(Joi.string().valid(...SCHEME_KEYS))
    .max(3)
    .unique()
    .default([]),
  baths: Joi.array()
    .items(
      Joi.object<MatchBath>({
        id: newIdField.required(),
        lotId: idField.required(),
        massG: massField.required(),
        way: Joi.string()
          .valid(...WAY_KEYS)
          .required(),
        size: stuffFields.size.default(null),
        like: Joi.string().trim().max(200).allow('').default(''),
        after: Joi.string()
          .valid(...AGENT_KEYS)
          .allow(null)
          .default(null),
        tempC: Joi.number().min(0).max(110).allow(null).default(null),
        minutes: aboveNothing(1_000_000).allow(null).default(null),
        expected: Joi.object({ hex: hexField.required(), lab: labField.required() })
          .allow(null)
          .default(null),
        n: Joi.number().integer().min(0).required(),
        estimated: Joi.number().integer().min(0).required(),
      }),
    )
    .min(1)
    .max(MOST_BATHS)
    .unique('id')
    .required(),
})
