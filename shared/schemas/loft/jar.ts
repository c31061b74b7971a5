import Joi from 'joi'
import { JAR_WAY_KEYS, type JarWay } from '../../../catalogue/jar-ways'
import type { JarOutlook, RoundDue, RoundKind } from '../../../core/jar/rounds'
import {
  aboveNothing,
  hexField,
  idField,
  instantField,
  massField,
  newIdField,
  noteField,
  pageFields,
  toleranceField,
  type PageQuery,
  type Recorded,
} from '../log/common'

export const LOOKED_AT = ['bath', 'piece', 'stuff'] as const
export const LOOKED_HOW = ['through glass', 'foam', 'a drop on white', 'wet', 'dry'] as const

/** Something done with a jar, or seen in it. */
export interface JarRound {
  id: string
  kind: RoundKind | 'draw' | 'strain'
  at: string
  /** How far `at` may be off, min; 0: by the clock. */
  toleranceMin: number
  lookedAt: (typeof LOOKED_AT)[number] | null
  how: (typeof LOOKED_HOW)[number] | null
  colourWord: string
  hex: string | null
  ph: number | null
  smell: string
  mould: boolean
  /** Warmth it stands at from then on; null: not read. */
  tempC: number | null
  /** Liquor that left it, L, and the lot it became. */
  volumeL: number | null
  lotId: string | null
  note: string
}

type Told = 'toleranceMin' | 'tempC'

export interface NewJarRound
  extends Omit<JarRound, 'kind' | 'volumeL' | 'lotId' | Told>, Partial<Pick<JarRound, Told>> {
  kind: RoundKind
}

/** A round of which nothing is told but that it was done. */
export const PLAIN_ROUND = {
  toleranceMin: 0,
  lookedAt: null,
  how: null,
  colourWord: '',
  hex: null,
  ph: null,
  smell: '',
  mould: false,
  tempC: null,
  note: '',
} as const

/** Stuff that stands until its colour is out. */
export interface Jar extends Recorded {
  code: string
  sourceId: string
  way: JarWay
  vessel: string
  vesselL: number | null
  waterL: number
  ammoniaL: number
  tempC: number
  startedAt: string
  /** How often it wants each, days; null: never. */
  shakeDays: number | null
  airDays: number | null
  lookDays: number | null
  endedAt: string | null
  ending: 'strained' | 'discarded' | null
  note: string
  /** What went in, g as weighed, and its air-dry mass. */
  lots: { lotId: string; code: string; massG: number; dryG: number }[]
  dryG: number
  /** Free liquor still in it, L. */
  liquorL: number
  /** Plant-equivalent drawn off already, g. */
  drawnDryG: number
  rounds: JarRound[]
}

export interface NewJar {
  id: string
  way: JarWay
  vessel: string
  vesselL: number | null
  waterL: number
  ammoniaL: number
  tempC: number
  startedAt: string
  shakeDays?: number | null
  airDays?: number | null
  lookDays?: number | null
  lots: { lotId: string; massG: number }[]
  note: string
}

const litres = aboveNothing(1000)
const litresOrNone = Joi.number().min(0).max(1000)
/** Rounds come not oftener than about every half hour: more would fill a day with dots. */
export const LEAST_DAYS = 0.02
const everyDays = Joi.number().min(LEAST_DAYS).max(366).allow(null)
const temp = Joi.number().min(2).max(45)

export const newJarSchema = Joi.object<NewJar>({
  id: newIdField.required(),
  way: Joi.string()
    .valid(...JAR_WAY_KEYS)
    .required(),
  vessel: Joi.string().trim().max(80).allow('').default(''),
  vesselL: litres.allow(null).default(null),
  waterL: litres.required(),
  ammoniaL: litresOrNone.default(0),
  tempC: temp.default(18),
  startedAt: instantField.required(),
  shakeDays: everyDays,
  airDays: everyDays,
  lookDays: everyDays,
  lots: Joi.array()
    .items(Joi.object({ lotId: idField.required(), massG: massField.required() }))
    .min(1)
    .max(10)
    .unique('lotId')
    .required(),
  note: noteField.default(''),
})

export interface JarChange {
  vessel?: string
  vesselL?: number | null
  tempC?: number
  shakeDays?: number | null
  airDays?: number | null
  lookDays?: number | null
  note?: string
  round?: NewJarRound
  /** Thrown away: mould, or nothing came of it. */
  discardedAt?: string
}

export const jarChangeSchema = Joi.object<JarChange>({
  vessel: Joi.string().trim().max(80).allow(''),
  vesselL: litres.allow(null),
  tempC: temp,
  shakeDays: everyDays,
  airDays: everyDays,
  lookDays: everyDays,
  note: noteField,
  round: Joi.object<NewJarRound>({
    id: newIdField.required(),
    kind: Joi.string().valid('shake', 'air', 'look').required(),
    at: instantField.required(),
    toleranceMin: toleranceField,
    lookedAt: Joi.string()
      .valid(...LOOKED_AT)
      .allow(null)
      .default(null),
    how: Joi.string()
      .valid(...LOOKED_HOW)
      .allow(null)
      .default(null),
    colourWord: Joi.string().trim().max(80).allow('').default(''),
    hex: hexField.allow(null).default(null),
    ph: Joi.number().min(0).max(14).allow(null).default(null),
    smell: Joi.string().trim().max(80).allow('').default(''),
    mould: Joi.boolean().default(false),
    tempC: temp.allow(null).default(null),
    note: noteField.default(''),
  }),
  discardedAt: instantField,
}).min(1)

/** Liquor taken off: some of it while the jar stands on, or all of it through a cloth. */
export interface DrawJar {
  /** Of the liquor's lot. */
  id: string
  roundId: string
  volumeL: number
  at: string
  toleranceMin?: number
  /** True: all is strained, and the jar ends. */
  strain: boolean
  /** Spent stuff that is kept, with a strain only. */
  spent?: { id: string; massG: number; state: 'fresh' | 'dried' }
  note: string
}

export const drawJarSchema = Joi.object<DrawJar>({
  id: newIdField.required(),
  roundId: newIdField.required(),
  volumeL: litres.required(),
  at: instantField.required(),
  toleranceMin: toleranceField,
  strain: Joi.boolean().default(false),
  spent: Joi.object({
    id: newIdField.required(),
    massG: massField.required(),
    state: Joi.string().valid('fresh', 'dried').required(),
  }),
  note: noteField.default(''),
})

export interface JarQuery extends PageQuery {
  sourceId?: string
  /** true: those that still stand. */
  standing?: boolean
}

export const jarQuerySchema = Joi.object<JarQuery>({
  ...pageFields,
  sourceId: idField,
  standing: Joi.boolean(),
})

/** A jar with what it wants now. */
export interface JarView extends Jar {
  sourceName: string
  due: RoundDue[]
  outlook: JarOutlook
  mould: boolean
}
