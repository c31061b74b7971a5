import Joi from 'joi'
import { factorName } from './calc'
import { reflectanceField } from '../log/common'

/** What the calculation endpoints answer: for the API document, and for tests that hold it. */

const number = Joi.number().unsafe().required()
const orNull = Joi.number().unsafe().allow(null).required()
const text = Joi.string().required()
const flag = Joi.boolean().required()
const count = Joi.number().integer().min(0).required()
const object = (fields: Joi.SchemaMap) => Joi.object(fields).required()
const list = (item: Joi.Schema) => Joi.array().items(item).required()

const lab = object({ l: number, a: number, b: number })
const lch = object({ l: number, c: number, h: number })
const xyz = object({ x: number, y: number, z: number })
const bands = Joi.array().items(Joi.number()).length(31).required()
const interval = { mid: number, low: number, high: number }
const warnings = list(Joi.object({ code: text, text }))

const leastSquares = Joi.object({
  ceiling: orNull,
  scale: orNull,
  ceilingSe: orNull,
  scaleSe: orNull,
  residualSs: number,
  residualSd: orNull,
  n: count,
  slope: Joi.number(),
  level: Joi.number(),
  text,
})

const posterior = Joi.object({
  n: count,
  ceiling: object(interval),
  trials: count,
  enough: object({ ...interval, gain: number, beyondTried: flag, doubling: object(interval) }),
  band: list(
    Joi.object({
      ratio: number,
      ...interval,
      newLot: object({ low: number, high: number }),
      piece: object({ low: number, high: number }),
    }),
  ),
  models: object({ exponential: number, hyperbolic: number }),
  slowStart: number,
  takes: number,
  ceilingReached: flag,
  ratioFor: Joi.object({ mid: number, low: number, high: orNull }).allow(null).required(),
  doublingGain: object({ at: number, ...interval }),
  text,
})

export const CALC_ANSWERS = {
  quantity: Joi.object({ value: number, unit: text, si: number }),
  ratio: Joi.object({ asWeighed: number, dry: number, percentWof: number }),
  mordant: Joi.object({
    agents: list(Joi.object({ agent: text, massG: number, leastWaterL: orNull })),
    warnings,
  }),
  strength: Joi.object({
    ks: bands,
    integ: number,
    strength: orNull,
    peakNm: number,
    peakKs: orNull,
    depth: Joi.string().allow(null).required(),
    xyz,
    lab,
    lch,
    hex: text,
  }),
  colour: Joi.object({
    hex: text,
    lab,
    lch,
    xyz,
    reflectance: reflectanceField.required(),
    basis: Joi.string().valid('estimated').required(),
  }),
  difference: Joi.object({ de2000: number, de76: number, greyScale: number }),
  curve: Joi.alternatives(leastSquares, posterior),
  potency: Joi.object({ factor: number, low: orNull, high: orNull, n: count }),
  ph: Joi.object({ ph: number }),
  'ph-dose': Joi.object({
    nextMassG: number,
    expectedPh: number,
    low: number,
    high: number,
    stop: flag,
    back: Joi.object({ agent: Joi.string().required(), cap: number }).allow(null).required(),
    text,
  }),
  water: Joi.object({
    pourL: number,
    drunkL: number,
    evaporatedL: number,
    leftL: number,
    fits: flag,
    pieces: Joi.number().integer().min(0),
    warnings,
  }),
  heat: Joi.object({ minutes: number, boilingC: number, kettleL: number }),
  schedule: Joi.object({
    makespan: number,
    start: Joi.object().pattern(Joi.string(), Joi.number()).required(),
    lowerBound: number,
  }),
  pair: Joi.object({
    verdict: Joi.string().valid('clean', 'confounded', 'repeat', 'unsure').required(),
    differs: list(factorName),
    unknown: list(factorName),
  }),
  pairs: Joi.object({
    effects: list(
      Joi.object({
        factor: factorName.required(),
        of: Joi.string().allow('').required(),
        from: Joi.string().allow('').required(),
        to: Joi.string().allow('').required(),
        pairs: count,
        pots: count,
        proofs: count,
        times: Joi.object({
          mid: number,
          low: orNull,
          high: orNull,
        }).required(),
        deltaL: orNull,
        deltaC: orNull,
        deltaH: orNull,
        p: orNull,
        q: orNull,
      }),
    ),
    repeats: Joi.object({ n: count, sdLogS: orNull, mcdm: orNull }).required(),
    pairs: list(
      Joi.object({
        a: Joi.string().required(),
        b: Joi.string().required(),
        verdict: Joi.string().valid('clean', 'repeat').required(),
        differs: list(factorName),
        unknown: list(factorName),
      }),
    ),
    confounded: count,
    unsure: count,
  }),
} as const satisfies Record<string, Joi.Schema>

export type CalcName = keyof typeof CALC_ANSWERS
