import Joi from 'joi'
import type { ReaderAsk } from '../../views/swatch/reader'
import { idField, massOrNoneField } from '../log/common'

/** What is laid on a scale that stands in for one, or that it is tared. */
export const scaleHandledSchema = Joi.object<{ putG?: number; tare?: boolean }>({
  putG: massOrNoneField,
  tare: Joi.boolean(),
}).min(1)

/** What lies under the swatch reader. */
export const readerAskSchema = Joi.object<ReaderAsk>({ swatchId: idField, pieceId: idField })
  .xor('swatchId', 'pieceId')
  .messages({
    'object.missing': 'give swatchId or pieceId: what lies under the reader',
    'object.xor': 'give swatchId or pieceId, not both',
  })
