import Joi from 'joi'
import { FACTORS, type Factor } from '../../../core/evidence/factors'
import { idField } from '../log/common'

/** Whether pots are compared whose ratios are alike, or any: brought to one along the source's curve. */
export type Ratios = 'alike' | 'any'

/** Of all that was dyed, or of what was dyed with one source. */
export interface EvidenceQuery {
  sourceId?: string
  ratios?: Ratios
}
export const evidenceQuerySchema = Joi.object<EvidenceQuery>({
  sourceId: idField,
  ratios: Joi.string().valid('alike', 'any'),
})

export interface SpoiltQuery {
  sourceId?: string
  factor: Factor
}
export const spoiltQuerySchema = Joi.object<SpoiltQuery>({
  sourceId: idField,
  factor: Joi.string()
    .valid(...FACTORS)
    .required(),
})

/** Two swatches, by their ids or their codes. */
export interface TwoQuery {
  a: string
  b: string
}
const swatchName = Joi.string().trim().min(1).max(60).required()
export const twoQuerySchema = Joi.object<TwoQuery>({ a: swatchName, b: swatchName })
