import Joi from 'joi'
import { AGENT_KEYS, type Agent } from '../../../catalogue/agents'
import { SCHEME_KEYS, type Scheme } from '../../../catalogue/mordant-schemes'
import {
  BATH_HEATS,
  type BathFinish,
  type BathHeat,
  type BathStep,
} from '../../../core/mordant/bath-steps'
import type { Override } from '../../../core/safety/guards'
import { overridesField } from '../log/overrides'
import {
  aboveNothing,
  dateField,
  idField,
  instantField,
  massOrNoneField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** An agent as it goes into one stage of a bath. */
export interface BathAgent {
  stage: number
  agent: Agent
  /** `''` where it comes in one form only. */
  form: string
  /** Of the dry fibre, computed as the usual form. */
  percentWof: number
  /** As weighed out, in `form`, g; less than the percentage where a bath is used again. */
  massG: number
  /** What it is taken from; neither: it is not on the shelf. */
  shelfId: string | null
  lotId: string | null
}

export interface BathPiece {
  pieceId: string
  pieceCode: string
  dryG: number
}

export interface BathEvent {
  id: string
  stepId: string
  /** Instant with its offset. */
  at: string
  skipped: boolean
  note: string
}

interface BathSetup {
  scheme: Scheme
  heat: BathHeat
  /** Before the dye, in the dye pot itself, or after it. */
  placing: 'before' | 'in' | 'after'
  finish: BathFinish
  rinse: boolean
  waterL: number | null
  tempC: number
  vessel: string
  vesselL: number | null
  /** The earlier bath whose liquor is used again. */
  againOf: string | null
  plannedFor: string | null
  note: string
}

/** A mordant bath: planned, running, or done. */
export interface MordantBath extends Recorded, BathSetup {
  code: string
  agents: BathAgent[]
  pieces: BathPiece[]
  fibreG: number
  steps: BathStep[]
  events: BathEvent[]
  startedAt: string | null
  endedAt: string | null
  overrides: Override[]
}

export interface NewBath extends BathSetup {
  id: string
  agents: BathAgent[]
  pieceIds: string[]
  /** null: planned, not begun. */
  startedAt: string | null
  /** For a bath that is written down once it is over: when its pieces came out. */
  endedAt?: string | null
  overrides: Override[]
}

const setup = {
  scheme: Joi.string().valid(...SCHEME_KEYS),
  heat: Joi.string().valid(...Object.keys(BATH_HEATS)),
  placing: Joi.string().valid('before', 'in', 'after'),
  finish: Joi.string().valid('dried', 'heldWet'),
  rinse: Joi.boolean(),
  waterL: aboveNothing(1000).allow(null),
  tempC: Joi.number().min(0).max(110),
  vessel: Joi.string().trim().max(80).allow(''),
  vesselL: aboveNothing(1000).allow(null),
  againOf: idField.allow(null),
  plannedFor: dateField.allow(null),
  note: noteField,
}

export const newBathSchema = Joi.object<NewBath>({
  ...setup,
  id: newIdField.required(),
  scheme: setup.scheme.required(),
  heat: setup.heat.required(),
  tempC: setup.tempC.required(),
  placing: setup.placing.default('before'),
  finish: setup.finish.default('dried'),
  rinse: setup.rinse.default(false),
  waterL: setup.waterL.default(null),
  vessel: setup.vessel.default(''),
  vesselL: setup.vesselL.default(null),
  againOf: setup.againOf.default(null),
  plannedFor: setup.plannedFor.default(null),
  note: setup.note.default(''),
  agents: Joi.array()
    .items(
      Joi.object({
        stage: Joi.number().integer().min(0).max(5).default(0),
        agent: Joi.string()
          .valid(...AGENT_KEYS)
          .required(),
        form: Joi.string().max(40).allow('').default(''),
        percentWof: aboveNothing(1000).required(),
        massG: massOrNoneField.required(),
        shelfId: idField.allow(null).default(null),
        lotId: idField.allow(null).default(null),
      }).oxor('shelfId', 'lotId', { isPresent: (id: unknown) => typeof id === 'string' }),
    )
    .min(1)
    .max(12)
    .required(),
  pieceIds: Joi.array().items(idField).min(1).max(200).unique().required(),
  startedAt: instantField.allow(null).default(null),
  overrides: overridesField.default([]),
})

export interface BathChange {
  plannedFor?: string | null
  note?: string
  vessel?: string
  /** Begins a planned bath. */
  start?: { at: string; overrides: Override[] }
  /** Something done, or left out. */
  step?: BathEvent
}

export const bathChangeSchema = Joi.object<BathChange>({
  plannedFor: setup.plannedFor,
  note: setup.note,
  vessel: setup.vessel,
  start: Joi.object({ at: instantField.required(), overrides: overridesField.default([]) }),
  step: Joi.object({
    id: newIdField.required(),
    stepId: Joi.string().max(40).required(),
    at: instantField.required(),
    skipped: Joi.boolean().default(false),
    note: noteField.default(''),
  }),
}).min(1)

/** Pieces out: each gets what the bath gave it into its history. */
export interface FinishBath {
  at: string
  finish: BathFinish
}

export const finishBathSchema = Joi.object<FinishBath>({
  at: instantField.required(),
  finish: setup.finish.required(),
})

export interface BathQuery extends PageQuery {
  /** planned, running or done; all where it is left out. */
  stage?: 'planned' | 'running' | 'done'
  scheme?: Scheme
}

export const bathQuerySchema = Joi.object<BathQuery>({
  ...pageFields,
  stage: Joi.string().valid('planned', 'running', 'done'),
  scheme: setup.scheme,
})
