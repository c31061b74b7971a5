import Joi from 'joi'
import type { ReaderAsk } from '../../../../shared/views/swatch/reader'
import { idField } from '../../../../shared/schemas/log/common'
import { defineRoute } from '../../../http/define-route'

const body = Joi.object<ReaderAsk>({ swatchId: idField, pieceId: idField })
  .xor('swatchId', 'pieceId')
  .messages({
    'object.missing': 'give swatchId or pieceId: what lies under the reader',
    'object.xor': 'give swatchId or pieceId, not both',
  })

/** One reading of what lies under the swatch reader. */
export default defineRoute({ body }, async ({ body, log }) => (await log()).reader.read(body))
