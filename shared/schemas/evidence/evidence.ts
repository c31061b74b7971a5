import Joi from 'joi'
import { FACTORS, type Factor } from '../../../core/evidence/factors'
import { idField } from '../log/common'

/** Of all that was dyed, or of what was dyed with one source. */
export interface EvidenceQuery {
  sourceId?: string
}
export const evidenceQuerySchema = Joi.object<EvidenceQuery>({ sourceId: idField })

export interface SpoiltQuery extends EvidenceQuery {
  factor: Factor
}
export const spoiltQuerySchema = Joi.object<SpoiltQuery>({
  sourceId: idField,
  factor: Joi.string()
    .valid(...FACTORS)
    .required(),
})
