import Joi from 'joi'
import type { Lab } from '../../../core/colour/tristimulus'
import {
  idField,
  labField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'
import { newReadingSchema, type NewReading, type Reading } from './reading'

const VERDICTS = ['again', 'change', 'not'] as const
export type Verdict = (typeof VERDICTS)[number]

/** What is thought of a swatch once it is read. */
export interface SwatchJudgement {
  /** The colour that was hoped for (CIELAB, D65); null: what the plan expected, if anything. */
  hoped: Lab | null
  /** Again, again with a change, or not again. */
  verdict: Verdict | null
  verdictWhy: string
  /** Minutes of attention its pot cost, as the dyer tells it; null: computed from the pot's steps. */
  attentionMin: number | null
}

/** What came of one piece in one pot, and how its colour was read. */
export interface Swatch extends Recorded, SwatchJudgement {
  code: string
  potId: string
  pieceId: string
  /** Newest first; empty: not read yet. */
  readings: Reading[]
  note: string
}

export interface NewSwatch {
  id: string
  potId: string
  pieceId: string
  reading?: NewReading
  note: string
}

export const newSwatchSchema = Joi.object<NewSwatch>({
  id: newIdField.required(),
  potId: idField.required(),
  pieceId: idField.required(),
  reading: newReadingSchema,
  note: noteField.default(''),
})

export interface SwatchChange extends Partial<SwatchJudgement> {
  note?: string
  /** A new reading, added to the earlier ones. */
  reading?: NewReading
}

export const swatchChangeSchema = Joi.object<SwatchChange>({
  note: noteField,
  hoped: labField.allow(null),
  verdict: Joi.string()
    .valid(...VERDICTS)
    .allow(null),
  verdictWhy: noteField,
  attentionMin: Joi.number().min(0).max(100_000).allow(null),
  reading: newReadingSchema,
}).min(1)

export interface SwatchQuery extends PageQuery {
  potId?: string
  pieceId?: string
  sourceId?: string
  /** true: waiting to be read; false: read. */
  unread?: boolean
  code?: string
}

export const swatchQuerySchema = Joi.object<SwatchQuery>({
  ...pageFields,
  potId: idField,
  pieceId: idField,
  sourceId: idField,
  unread: Joi.boolean(),
  code: Joi.string().max(20).uppercase(),
})
