import Joi from 'joi'
import { LEAST_ROOM } from '../../../core/acid-base/dose-question'
import { AGENT_KEYS, type Agent } from '../../../catalogue/agents'
import type { ToldBasis } from '../../../core/harvest/ratio-error'
import { LIDS, type Lid } from '../../../core/bath/evaporation'
import { PARTICLE_SIZES, type ParticleSize } from '../../../core/bath/water-budget'
import type { WayStep } from '../../../core/pot/way-steps'
import {
  aboveNothing,
  hexField,
  idField,
  instantField,
  labField,
  massOrNoneField,
  toldBasisField,
} from '../log/common'
import { stepsField } from './own-way'

export const WATERS = ['rain', 'spring', 'tap', 'well', 'other'] as const
export type Water = (typeof WATERS)[number]

/** Something that is meant to go in. */
export interface PlannedAddition {
  agent: Agent
  form: string
  /** null: it went in, and nobody weighed it. */
  massG: number | null
  /** How well that is known; weighed, where it is left out. */
  massBasis?: ToldBasis
  when: 'before' | 'in' | 'after'
}

/** What a piece was expected to become, as it stood when the pot was planned. */
export interface ExpectedColour {
  pieceId: string
  hex: string | null
  lab: { l: number; a: number; b: number } | null
  strength: { mid: number; low: number; high: number } | null
  /** Swatches behind it. */
  n: number
  basis: 'measured' | 'estimated' | 'borrowed' | 'typical'
}

/** How a pot is meant to go. */
export interface PotPlan {
  /** The way's steps as they were then: a way that is changed later leaves the pot alone. */
  steps: WayStep[]
  water: Water | null
  size: ParticleSize | null
  /** null: nobody remembers. */
  lid: Lid | null
  /** Poured at the beginning, of which boiling from the kettle, L. */
  pourL: number | null
  kettleL: number | null
  powerW: number | null
  burner: string
  additions: PlannedAddition[]
  ph: { target: number; cap: number; agent: Agent } | null
  /** Pieces that come out before the others, min after they went in. */
  pulls: { pieceId: string; minutes: number }[]
  /** Coats of what is painted on. */
  coats: number
  /** Of pieces that had another number of them; left out where the plan is older. */
  pieceCoats?: { pieceId: string; coats: number }[]
  /** Instant of each step's start, as it was laid into days. */
  starts: { stepId: string; at: string }[]
  expected: ExpectedColour[]
  /** The earlier swatch it was held against, and what differs. */
  against: { swatchId: string; code: string; differs: string[]; unknown: string[] } | null
}

export const PLAIN_PLAN: PotPlan = {
  steps: [],
  water: null,
  size: null,
  lid: 'on',
  pourL: null,
  kettleL: null,
  powerW: null,
  burner: '',
  additions: [],
  ph: null,
  pulls: [],
  coats: 1,
  starts: [],
  expected: [],
  against: null,
}

const litres = Joi.number().min(0).max(1000).allow(null)
const strength = Joi.number().min(-100).max(10_000).required()
const words = Joi.array().items(Joi.string().max(40)).max(40).default([])

/** How stuff, water and lid were: told of a plan, and corrected afterwards. */
export const stuffFields = {
  water: Joi.string()
    .valid(...WATERS)
    .allow(null),
  size: Joi.string()
    .valid(...PARTICLE_SIZES)
    .allow(null),
  lid: Joi.string()
    .valid(...LIDS)
    .allow(null),
}

const coatsField = Joi.number().integer().min(1).max(10)

export const potPlanSchema = Joi.object<PotPlan>({
  steps: stepsField.required(),
  water: stuffFields.water.default(null),
  size: stuffFields.size.default(null),
  lid: stuffFields.lid.default('on'),
  pourL: litres.default(null),
  kettleL: litres.default(null),
  powerW: aboveNothing(20_000).allow(null).default(null),
  burner: Joi.string().trim().max(120).allow('').default(''),
  additions: Joi.array()
    .items(
      Joi.object({
        agent: Joi.string()
          .valid(...AGENT_KEYS)
          .required(),
        form: Joi.string().max(40).allow('').default(''),
        massG: massOrNoneField.allow(null).required(),
        massBasis: toldBasisField,
        when: Joi.string().valid('before', 'in', 'after').default('in'),
      }),
    )
    .max(12)
    .default([]),
  ph: Joi.object({
    target: Joi.number().min(0).max(14).required(),
    // as on the hob: what the helper would refuse there is said while it is planned
    cap: Joi.number()
      .min(0)
      .max(14)
      .required()
      .custom((cap: number, helpers) => {
        const { target } = (helpers.state.ancestors as { target: number }[])[0]!
        return Math.abs(cap - target) < LEAST_ROOM - 1e-9 ? helpers.error('ph.room') : cap
      })
      .messages({
        'ph.room': `{#label} must stand at least ${LEAST_ROOM} beyond the target`,
      }),
    agent: Joi.string()
      .valid(...AGENT_KEYS)
      .required(),
  })
    .allow(null)
    .default(null),
  pulls: Joi.array()
    .items(
      Joi.object({
        pieceId: idField.required(),
        minutes: aboveNothing(1_000_000).required(),
      }),
    )
    .max(100)
    .unique('pieceId')
    .default([]),
  coats: coatsField.default(1),
  pieceCoats: Joi.array()
    .items(Joi.object({ pieceId: idField.required(), coats: coatsField.required() }))
    .max(100)
    .unique('pieceId'),
  starts: Joi.array()
    .items(Joi.object({ stepId: Joi.string().max(40).required(), at: instantField.required() }))
    .max(60)
    .default([]),
  expected: Joi.array()
    .items(
      Joi.object({
        pieceId: idField.required(),
        hex: hexField.allow(null).default(null),
        lab: labField.allow(null).default(null),
        strength: Joi.object({ mid: strength, low: strength, high: strength })
          .allow(null)
          .default(null),
        n: Joi.number().integer().min(0).required(),
        basis: Joi.string().valid('measured', 'estimated', 'borrowed', 'typical').required(),
      }),
    )
    .max(100)
    .default([]),
  against: Joi.object({
    swatchId: idField.required(),
    code: Joi.string().max(20).required(),
    differs: words,
    unknown: words,
  })
    .allow(null)
    .default(null),
})
