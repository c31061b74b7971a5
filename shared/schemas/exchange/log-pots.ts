import Joi from 'joi'
import { WAY_KEYS, type Way } from '../../../catalogue/ways'
import { PARTICLE_SIZES, type ParticleSize } from '../../../core/bath/water-budget'
import type { Basis, PlantState } from '../../../core/harvest/dry-fraction'
import { AMOUNT_BASES, type AmountBasis } from '../../../core/harvest/ratio-error'
import { newPieceSchema, type NewPiece } from '../basket/piece'
import { newLotSchema, type NewLot } from '../loft/lot'
import {
  dateField,
  idField,
  massOrNoneField,
  newIdField,
  noteField,
  withinDaysField,
} from '../log/common'
import { conditions, endField, pieceFields, type RememberedEnd } from '../pot/pot'
import { newPotEventSchema, type NewPotEvent, type PieceOutcome } from '../pot/pot-event'
import { newReadingSchema, type NewReading } from '../swatch/reading'
import { swatchChangeSchema, type SwatchJudgement } from '../swatch/swatch'
import { newSourceSchema } from '../walk/source'

/** What a file of swatches says that it is. */
export const LOG_FILE_KIND = 'juniper-haze/swatches'

/** A plant as a pot of another log took it. */
export interface FileLot extends Pick<
  NewLot,
  'sourceId' | 'gatheredOn' | 'gatheredWithinDays' | 'obtained' | 'stage' | 'chop' | 'sureness'
> {
  /** Its tag there. */
  lot: string
  state: PlantState
  /** g as weighed; 0 where it is not known. */
  massG: number
  massBasis: AmountBasis
  /** Air-dry matter that gives colour, as a share of that. */
  dryFraction: number
  dryFractionBasis: Basis
  isSpent: boolean
  isAged: boolean
  isSoaked: boolean
}

/** One look at a swatch; `readAs` is the swatch that was looked at in its place. */
export type FileReading = NewReading & { readAs: string | null }

/** A piece of such a pot, with the swatch that came of it. */
export interface FilePiece {
  /** As it was before the pot. */
  piece: NewPiece
  /** It had been through another pot before. */
  wasDyed: boolean
  minutes: number | null
  outcome: PieceOutcome | null
  /** null: nobody read it. */
  swatch: FileSwatch | null
}

interface FileSwatch extends SwatchJudgement {
  id: string
  /** Its tag there. */
  code: string
  /** Oldest first. */
  readings: FileReading[]
  note: string
}

/** A pot as another log tells it, whole enough to stand on a curve. */
export interface FilePot {
  /** Its tag there. */
  pot: string
  title: string
  dyedOn: string
  dyedWithinDays: number
  way: Way
  wayName: string
  bathNumber: number
  isRatioKnown: boolean
  size: ParticleSize | null
  waterL: number | null
  tempC: number | null
  minutes: number | null
  finalPh: number | null
  end: RememberedEnd | null
  notes: NewPotEvent[]
  note: string
  lots: FileLot[]
  pieces: FilePiece[]
}

const share = Joi.number().greater(0).max(1)
const lotFields = [
  'sourceId',
  'gatheredOn',
  'gatheredWithinDays',
  'obtained',
  'stage',
  'chop',
  'sureness',
] as const
const tag = Joi.string().trim().min(1).max(20)

const fileLotField = Joi.object<FileLot>({
  ...Object.fromEntries(lotFields.map((name) => [name, newLotSchema.extract(name)])),
  lot: tag.required(),
  state: Joi.string().valid('fresh', 'dried', 'frozen', 'liquor').required(),
  massG: massOrNoneField.required(),
  massBasis: Joi.string()
    .valid(...AMOUNT_BASES)
    .required(),
  dryFraction: share.required(),
  dryFractionBasis: Joi.string().valid('measured', 'estimated', 'typical').required(),
  isSpent: Joi.boolean().default(false),
  isAged: Joi.boolean().default(false),
  isSoaked: Joi.boolean().default(false),
})

const readingField = newReadingSchema.append<FileReading>({
  readAs: newIdField.allow(null).default(null),
})

const filePieceField = Joi.object<FilePiece>({
  piece: newPieceSchema.required(),
  wasDyed: Joi.boolean().default(false),
  minutes: pieceFields.minutes.default(null),
  outcome: pieceFields.outcome.default(null),
  swatch: Joi.object({
    id: newIdField.required(),
    code: tag.required(),
    readings: Joi.array().items(readingField).min(1).max(100).required(),
    verdict: swatchChangeSchema.extract('verdict').default(null),
    verdictWhy: noteField.default(''),
    hoped: swatchChangeSchema.extract('hoped').default(null),
    attentionMin: swatchChangeSchema.extract('attentionMin').default(null),
    note: noteField.default(''),
  })
    .allow(null)
    .default(null),
})

export const filePotSchema = Joi.object<FilePot>({
  pot: tag.required(),
  title: conditions.title.default(''),
  dyedOn: dateField.required(),
  dyedWithinDays: withinDaysField.default(0),
  way: Joi.string()
    .valid(...WAY_KEYS)
    .required(),
  wayName: Joi.string().trim().max(120).allow('').default(''),
  bathNumber: Joi.number().integer().min(1).max(100).default(1),
  isRatioKnown: Joi.boolean().default(true),
  size: Joi.string()
    .valid(...PARTICLE_SIZES)
    .allow(null)
    .default(null),
  waterL: conditions.waterL.default(null),
  tempC: conditions.tempC.default(null),
  minutes: conditions.minutes.default(null),
  finalPh: conditions.finalPh.default(null),
  end: endField.allow(null).default(null),
  notes: Joi.array().items(newPotEventSchema).max(200).default([]),
  note: noteField.default(''),
  lots: Joi.array().items(fileLotField).max(20).unique('lot').required(),
  pieces: Joi.array().items(filePieceField).min(1).max(100).required(),
})

export const fileSourceSchema = newSourceSchema.keys({ id: idField.required() })
