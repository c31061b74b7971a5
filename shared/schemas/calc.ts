import Joi from 'joi'
import { ILLUMINANTS, OBSERVERS, type Illuminant, type Observer } from '../../core/colour/weighting'
import type { Lab } from '../../core/colour/tristimulus'
import type { QuantityKind, MeasureSystem } from '../../core/quantity/units'
import type { CurveModel } from '../../core/strength/saturation'
import { CURVE_MODELS } from '../../core/strength/saturation'
import { hexField, labField, massField, massOrNoneField, reflectanceField } from './common'

/** Bodies of the calculation endpoints. They touch no log: numbers in, numbers out. */

export interface QuantityBody {
  text: string
  kind: QuantityKind
  system?: MeasureSystem
}

export const quantitySchema = Joi.object<QuantityBody>({
  text: Joi.string().max(80).required(),
  kind: Joi.string().valid('mass', 'volume', 'temperature').required(),
  system: Joi.string().valid('metric', 'us', 'imperial'),
})

export interface RatioBody {
  dyestuff: { massG: number; dryFraction: number }[]
  fibreG: number
}

export const ratioSchema = Joi.object<RatioBody>({
  dyestuff: Joi.array()
    .items(
      Joi.object({
        massG: massOrNoneField.required(),
        dryFraction: Joi.number().greater(0).max(1).required(),
      }),
    )
    .min(1)
    .max(100)
    .required(),
  fibreG: massField.required(),
})

export interface StrengthBody {
  reflectance: number[]
  bare?: number[]
  peakNm?: number
  illuminant: Illuminant
  observer: Observer
}

export const strengthSchema = Joi.object<StrengthBody>({
  reflectance: reflectanceField.required(),
  bare: reflectanceField,
  peakNm: Joi.number().integer().min(400).max(700).multiple(10),
  illuminant: Joi.string()
    .valid(...ILLUMINANTS)
    .default('D65'),
  observer: Joi.number()
    .valid(...OBSERVERS)
    .default(2),
})

export interface ColourBody {
  hex?: string
  lab?: Lab
}

export const colourSchema = Joi.object<ColourBody>({ hex: hexField, lab: labField })
  .xor('hex', 'lab')
  .messages({
    'object.missing': 'the colour is missing: give hex or lab',
    'object.xor': 'give hex or lab, not both',
  })

export interface DifferenceBody {
  a: Lab
  b: Lab
}

export const differenceSchema = Joi.object<DifferenceBody>({
  a: labField.required(),
  b: labField.required(),
})

export interface CurveBody {
  points: { ratio: number; strength: number }[]
  model: CurveModel
  method: 'leastSquares'
}

/** So that one call cannot hold up the others for long. */
export const MAX_POINTS = 5000

export const curveSchema = Joi.object<CurveBody>({
  points: Joi.array()
    .items(
      Joi.object({
        ratio: Joi.number().min(0).max(1e9).required(),
        strength: Joi.number().min(-1e9).max(1e9).required(),
      }),
    )
    .min(2)
    .max(MAX_POINTS)
    .required(),
  model: Joi.string()
    .valid(...CURVE_MODELS)
    .default('exponential'),
  method: Joi.string().valid('leastSquares').default('leastSquares'),
})
