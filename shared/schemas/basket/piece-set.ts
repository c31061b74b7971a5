import Joi from 'joi'
import {
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** Pieces that belong together: a fleece's skeins, or a trial set with its control. */
export interface PieceSet extends Recorded {
  name: string
  kind: 'group' | 'trial'
  note: string
}

export interface NewPieceSet {
  id: string
  name: string
  kind: 'group' | 'trial'
  note: string
}

export type PieceSetChange = Partial<Omit<NewPieceSet, 'id'>>

export const newPieceSetSchema = Joi.object<NewPieceSet>({
  id: newIdField.required(),
  name: nameField.required(),
  kind: Joi.string().valid('group', 'trial').default('group'),
  note: noteField.default(''),
})

export const pieceSetChangeSchema = Joi.object<PieceSetChange>({
  name: nameField,
  kind: Joi.string().valid('group', 'trial'),
  note: noteField,
}).min(1)

export const pieceSetQuerySchema = Joi.object<PageQuery>(pageFields)
