import Joi from 'joi'
import type { ToldBasis } from '../../../core/harvest/ratio-error'
import { AGENT_KEYS, type Agent } from '../../../catalogue/agents'
import {
  aboveNothing,
  hexField,
  idField,
  instantField,
  massField,
  massOrNoneField,
  newIdField,
  noteField,
  toldBasisField,
  toleranceField,
} from '../log/common'

export const LOOKED_HOW = ['glass', 'foam', 'dropOnWhite', 'wet', 'dry'] as const
export type LookedHow = (typeof LOOKED_HOW)[number]

export const PUT_RIGHT = ['pullAndMordant', 'topUp', 'thinMash', 'secondExtract', 'stop'] as const
export type PutRight = (typeof PUT_RIGHT)[number]

/** What each kind of note tells beside its time and words. */
export interface PotEventData {
  /** A step was done, or left out. */
  step: { skipped: boolean }
  /** One more round, decided at a step. */
  again: Record<string, never>
  look: { of: 'bath' | 'piece'; how: LookedHow; pieceId: string | null; hex: string | null }
  /** A dial is no liquor: it is kept apart. */
  reading: {
    tempC: number | null
    ph: number | null
    dialC: number | null
    by: 'typed' | 'simulated'
  }
  /** Something stirred in: an agent, water, or plant. */
  add: {
    agent: Agent | null
    form: string
    /** null: it went in, and nobody weighed it. */
    massG: number | null
    /** By the spoon or by eye; weighed, where it is left out. */
    massBasis?: ToldBasis
    shelfId: string | null
    lotId: string | null
    waterL: number
    waterC: number | null
  }
  enter: { pieceIds: string[] }
  pull: { pieceIds: string[] }
  heat: { isOn: boolean; holdC: number | null; burner: string }
  /** How much liquor stands in the pot: less than was noted was taken out, more was added. */
  liquor: { litres: number }
  putRight: { what: PutRight }
  /** Kept by the service itself. */
  planned: Record<string, never>
  lit: Record<string, never>
  done: Record<string, never>
  setAside: Record<string, never>
  restored: Record<string, never>
}
export type PotEventKind = keyof PotEventData

/** A note of a pot's course, in the order it happened. */
export type PotEvent = {
  [K in PotEventKind]: {
    id: string
    kind: K
    /** Instant with its offset. */
    at: string
    /** The instant may be off by so much either way, min; 0: by the clock. */
    toleranceMin: number
    note: string
    /** The step it is about; a note that names one marks it as done. */
    stepId: string | null
    data: PotEventData[K]
  }
}[PotEventKind]

/** Kinds that are noted by hand. */
export const NOTED = [
  'step',
  'again',
  'look',
  'reading',
  'add',
  'enter',
  'pull',
  'heat',
  'liquor',
  'putRight',
] as const
export type NotedKind = (typeof NOTED)[number]
export type NewPotEvent = Extract<PotEvent, { kind: NotedKind }>

const pieceIds = Joi.object({ pieceIds: Joi.array().items(idField).min(1).max(100).required() })

const DATA: Record<NotedKind, Joi.ObjectSchema> = {
  step: Joi.object({ skipped: Joi.boolean().default(false) }),
  again: Joi.object({}),
  look: Joi.object({
    of: Joi.string().valid('bath', 'piece').required(),
    how: Joi.string()
      .valid(...LOOKED_HOW)
      .required(),
    pieceId: idField.allow(null).default(null),
    hex: hexField.allow(null).default(null),
  }),
  reading: Joi.object({
    tempC: Joi.number().min(-10).max(110).allow(null).default(null),
    ph: Joi.number().min(0).max(14).allow(null).default(null),
    dialC: Joi.number().min(0).max(300).allow(null).default(null),
    by: Joi.string().valid('typed', 'simulated').default('typed'),
  }).custom((data: PotEventData['reading'], helpers) =>
    data.tempC === null && data.ph === null && data.dialC === null
      ? helpers.message({ custom: '{#label} must hold a temperature, a dial setting or a pH' })
      : data,
  ),
  add: Joi.object({
    agent: Joi.string()
      .valid(...AGENT_KEYS)
      .allow(null)
      .default(null),
    form: Joi.string().max(40).allow('').default(''),
    massG: massOrNoneField.allow(null).default(0),
    massBasis: toldBasisField,
    shelfId: idField.allow(null).default(null),
    lotId: idField.allow(null).default(null),
    waterL: Joi.number().min(0).max(1000).default(0),
    waterC: Joi.number().min(0).max(100).allow(null).default(null),
  }).custom((data: PotEventData['add'], helpers) => {
    if (data.agent && data.lotId) {
      return helpers.message({ custom: '{#label} must be an agent or plant of a lot, not both' })
    }
    const { agent, lotId, massG, waterL } = data
    // of an agent it may be known that it went in, and not how much
    const isSaid = agent ? massG !== 0 : lotId ? (massG ?? 0) > 0 : waterL > 0
    return isSaid ? data : helpers.message({ custom: '{#label} must say how much went in' })
  }),
  enter: pieceIds,
  pull: pieceIds,
  heat: Joi.object({
    isOn: Joi.boolean().required(),
    holdC: Joi.number().min(0).max(110).allow(null).default(null),
    burner: Joi.string().trim().max(120).allow('').default(''),
  }),
  liquor: Joi.object({ litres: aboveNothing(1000).required() }),
  putRight: Joi.object({
    what: Joi.string()
      .valid(...PUT_RIGHT)
      .required(),
  }),
}

export const newPotEventSchema = Joi.object<NewPotEvent>({
  id: newIdField.required(),
  kind: Joi.string()
    .valid(...NOTED)
    .required(),
  at: instantField.required(),
  toleranceMin: toleranceField,
  note: noteField.default(''),
  stepId: Joi.string().max(40).allow(null).default(null),
  data: Joi.object()
    .when('kind', {
      switch: NOTED.map((kind) => ({ is: kind, then: DATA[kind] })),
    })
    .required(),
})

/** What the eye finds of a piece, and what the hand does: by choice, so that it can be asked about. */
export const EYES = ['even', 'freckled', 'blotchy', 'streaky', 'tipsOnly', 'edgesOnly'] as const
export type Eye = (typeof EYES)[number]
export const HANDLES = ['soft', 'harsh', 'sticky', 'felted', 'slimy', 'brittle', 'stiff'] as const
export type Handle = (typeof HANDLES)[number]

/** What came of a piece, beside its colour. */
export interface PieceOutcome {
  /** Changes of water until it ran clear; null: not counted, or not rinsed yet. */
  waters: number | null
  /** Left out where it was written before it was asked. */
  eye?: Eye[]
  handle: Handle[]
  smell: string
  soap: 'none' | 'neutral' | 'alkaline'
  note: string
}

export const LIQUOR_ENDS = ['kept', 'reused', 'shifted', 'poured'] as const
export const SPENT_ENDS = ['compost', 'kept', 'binned', 'none'] as const
export const RINSES = ['now', 'later', 'none'] as const

export const outcomeFields = {
  waters: Joi.number().integer().min(0).max(50).allow(null).default(null),
  eye: Joi.array()
    .items(Joi.string().valid(...EYES))
    .max(EYES.length)
    .unique(),
  handle: Joi.array()
    .items(Joi.string().valid(...HANDLES))
    .max(HANDLES.length)
    .unique()
    .default([]),
  smell: Joi.string().trim().max(120).allow('').default(''),
  soap: Joi.string().valid('none', 'neutral', 'alkaline').default('none'),
  note: noteField.default(''),
}

/** The end of a pot: what was poured, kept and seen. */
export interface FinishPot {
  at: string
  finalPh: number | null
  liquor: (typeof LIQUOR_ENDS)[number]
  liquorL: number | null
  spent: (typeof SPENT_ENDS)[number]
  rinse: (typeof RINSES)[number]
  pieces: ({ pieceId: string; swatchId?: string } & PieceOutcome)[]
  note: string
}

export const finishPotSchema = Joi.object<FinishPot>({
  at: instantField.required(),
  finalPh: Joi.number().min(0).max(14).allow(null).default(null),
  liquor: Joi.string()
    .valid(...LIQUOR_ENDS)
    .required(),
  liquorL: massField.max(1000).allow(null).default(null),
  spent: Joi.string()
    .valid(...SPENT_ENDS)
    .required(),
  rinse: Joi.string()
    .valid(...RINSES)
    .required(),
  pieces: Joi.array()
    .items(
      Joi.object({
        pieceId: idField.required(),
        swatchId: newIdField,
        ...outcomeFields,
      }),
    )
    .max(100)
    .unique('pieceId')
    .default([]),
  note: noteField.default(''),
})
