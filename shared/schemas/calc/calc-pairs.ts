import Joi from 'joi'
import type { EvidenceSwatch } from '../../../core/evidence/fingerprints'
import { labField } from '../log/common'
import { factorFields } from './calc'

/** More are no question for one answer: each is compared with each. */
const MOST_COMPARED = 400
const ALPHA_LIMITS = [0.001, 0.5] as const

export interface PairsBody {
  swatches: EvidenceSwatch[]
  alpha?: number
}

const name = Joi.string().max(100)

export const pairsSchema = Joi.object<PairsBody>({
  swatches: Joi.array()
    .items(
      Joi.object({
        id: name.required(),
        pot: name.required(),
        lot: name.allow('').default(''),
        source: name.allow('').default(''),
        strength: Joi.number().greater(0).max(1000).required(),
        lab: labField.allow(null).default(null),
        factors: Joi.object(factorFields).required(),
      }),
    )
    .max(MOST_COMPARED)
    .unique('id')
    .required(),
  alpha: Joi.number().min(ALPHA_LIMITS[0]).max(ALPHA_LIMITS[1]),
})
