import Joi from 'joi'
import { idField, instantField } from '../log/common'
import { newBathSchema, type NewBath } from './mordant-bath'
import { newPieceSchema, type NewPiece } from './piece'
import { newPieceSetSchema, type NewPieceSet } from './piece-set'
import { newTreatmentSchema, type NewTreatment } from './treatment'

/** Several pieces at once, with the set they belong to and the baths planned for them. */
export interface ManyPieces {
  set: NewPieceSet | null
  pieces: NewPiece[]
  baths: NewBath[]
}

export const manyPiecesSchema = Joi.object<ManyPieces>({
  set: newPieceSetSchema.allow(null).default(null),
  pieces: Joi.array().items(newPieceSchema).min(1).max(200).unique('id').required(),
  baths: Joi.array().items(newBathSchema).max(12).unique('id').default([]),
})

/** Several baths in one go, different mordants for different pieces: planned, begun, or over. */
export const manyBathsSchema = Joi.object<{ baths: NewBath[] }>({
  baths: Joi.array()
    .items(newBathSchema.keys({ endedAt: instantField.allow(null).default(null) }))
    .min(1)
    .max(12)
    .unique('id')
    .required(),
})

/** One thing done to many pieces. */
export interface TreatMany {
  pieceIds: string[]
  treatment: Omit<NewTreatment, 'id'>
}

export const treatManySchema = Joi.object<TreatMany>({
  pieceIds: Joi.array().items(idField).min(1).max(500).unique().required(),
  treatment: newTreatmentSchema.fork('id', (field) => field.forbidden()).required(),
})

/** Pieces gathered into a set: a new one, one that is there, or none (`null`) to take them out. */
export interface GatherSet {
  set: NewPieceSet | null
  setId: string | null
  pieceIds: string[]
}

export const gatherSetSchema = Joi.object<GatherSet>({
  set: newPieceSetSchema.allow(null).default(null),
  setId: idField.allow(null).default(null),
  pieceIds: Joi.array().items(idField).min(1).max(500).unique().required(),
})
