import Joi from 'joi'
import {
  ILLUMINANTS,
  OBSERVERS,
  type Illuminant,
  type Observer,
} from '../../../core/colour/weighting'
import type { Lab } from '../../../core/colour/tristimulus'
import type { QuantityKind, MeasureSystem } from '../../../core/quantity/units'
import type { CurveModel, SaturationCurve } from '../../../core/strength/saturation'
import { CURVE_MODELS } from '../../../core/strength/saturation'
import { FACTORS, type Factors } from '../../../core/evidence/factors'
import { CALC_AGENTS } from '../../../core/mordant/agents'
import type { MordantRecipe } from '../../../core/mordant/mordant-bath'
import type { PosteriorPoint } from '../../../core/strength/posterior/observations'
import { PROMISES, type PromiseOf } from '../../../core/strength/posterior/posterior'
import { SOURCE_KINDS, type SourceKind } from '../../../core/strength/posterior/priors'
import { hexField, labField, massField, massOrNoneField, reflectanceField } from '../log/common'

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

/** So that one call cannot hold up the others for long. */
const MAX_POINTS = 5000
const MAX_POSTERIOR_POINTS = 1000

export interface LeastSquaresBody {
  method: 'leastSquares'
  model: CurveModel
  points: { ratio: number; strength: number }[]
}

interface PosteriorBody {
  method: 'posterior'
  points: PosteriorPoint[]
  sourceKind?: SourceKind
  ask?: { strength?: number; probability?: number; lot?: string; of?: PromiseOf }
  enoughGain?: number
}

export type CurveBody = LeastSquaresBody | PosteriorBody

const ratio = Joi.number().min(0).max(1e9).required()
const strength = Joi.number().min(-1e9).max(1e9)

const leastSquaresPoint = Joi.object({ ratio, strength: strength.required() })

const posteriorPoint = Joi.object({
  ratio,
  strength,
  censoredBelow: Joi.number().greater(0).max(1e9),
  lot: Joi.string().max(60),
  pot: Joi.string().max(60),
  errorSd: Joi.number().min(0).max(10),
  ratioErrorSd: Joi.number().min(0).max(2),
})
  .xor('strength', 'censoredBelow')
  .messages({
    'object.missing': 'strength is missing: give strength, or censoredBelow',
    'object.xor': 'give strength or censoredBelow, not both',
  })

const onlyFor = (method: CurveBody['method'], schema: Joi.Schema) =>
  schema.when('method', { is: method, otherwise: Joi.forbidden() })

export const curveSchema = Joi.object<CurveBody>({
  method: Joi.string().valid('leastSquares', 'posterior').default('leastSquares'),
  points: Joi.when('method', {
    is: 'posterior',
    then: Joi.array().items(posteriorPoint).max(MAX_POSTERIOR_POINTS).required(),
    otherwise: Joi.array().items(leastSquaresPoint).min(2).max(MAX_POINTS).required(),
  }),
  model: onlyFor('leastSquares', Joi.string().valid(...CURVE_MODELS)),
  sourceKind: onlyFor('posterior', Joi.string().valid(...SOURCE_KINDS)),
  ask: onlyFor(
    'posterior',
    Joi.object({
      strength: Joi.number().greater(0).max(1e9),
      probability: Joi.number().greater(0).less(1),
      lot: Joi.string().max(60),
      of: Joi.string().valid(...PROMISES),
    }),
  ),
  enoughGain: onlyFor('posterior', Joi.number().greater(0).less(1)),
})

export interface PairBody {
  a: { factors: Factors }
  b: { factors: Factors }
}

const factorValue = Joi.alternatives(
  Joi.string().allow('').max(200),
  Joi.number(),
  Joi.boolean(),
  Joi.array().items(Joi.string().max(200)).max(100),
  // amounts by what they are of
  Joi.object().pattern(Joi.string().max(200), Joi.number().allow(null)).max(100),
).allow(null)

/** A factor by name, as an answer lists it. */
export const factorName = Joi.string().valid(...FACTORS)

/** Values by factor, as swatches are compared by. */
export const factorFields = Object.fromEntries(FACTORS.map((factor) => [factor, factorValue]))

const side = Joi.object({ factors: Joi.object(factorFields).required() }).required()

export const pairSchema = Joi.object<PairBody>({ a: side, b: side })

export interface HeatBody {
  waterL: number
  fromC: number
  toC: number
  powerW: number
  efficiency?: number
  altitudeM?: number
}

export const heatSchema = Joi.object<HeatBody>({
  waterL: Joi.number().greater(0).max(10_000).required(),
  fromC: Joi.number().min(0).max(110).required(),
  toC: Joi.number().min(0).max(110).required(),
  powerW: Joi.number().greater(0).max(1_000_000).required(),
  efficiency: Joi.number().greater(0).max(1),
  altitudeM: Joi.number().min(-500).max(9000),
})

export const mordantSchema = Joi.object<MordantRecipe>({
  fibreG: massField.required(),
  agents: Joi.array()
    .items(
      Joi.object({
        agent: Joi.string()
          .valid(...CALC_AGENTS)
          .required(),
        percentWof: Joi.number().min(0).max(200).required(),
        form: Joi.string().max(40),
      }),
    )
    .min(1)
    .max(20)
    .required(),
  bathL: Joi.number().greater(0).max(10_000),
  tempC: Joi.number().min(0).max(110),
})

export interface PotencyBody {
  curve: SaturationCurve
  points: { ratio: number; strength: number }[]
}

export const potencySchema = Joi.object<PotencyBody>({
  curve: Joi.object({
    model: Joi.string()
      .valid(...CURVE_MODELS)
      .required(),
    ceiling: Joi.number().greater(0).max(1e9).required(),
    scale: Joi.number().greater(0).max(1e9).required(),
  }).required(),
  points: Joi.array().items(leastSquaresPoint).min(1).max(MAX_POINTS).required(),
})
