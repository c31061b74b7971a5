import type { ObjectSchema } from 'joi'
import {
  colourSchema,
  curveSchema,
  differenceSchema,
  heatSchema,
  mordantSchema,
  pairSchema,
  potencySchema,
  quantitySchema,
  ratioSchema,
  strengthSchema,
} from './calc'
import type { CalcName } from './calc-answers'
import { pairsSchema } from './calc-pairs'
import { phDoseSchema, phSchema, scheduleSchema, waterSchema } from './calc-bath'

export interface CalcEndpoint {
  summary: string
  body: ObjectSchema
  /** A body that is answered with 200. */
  example: object
}

const flat = (reflectance: number) => new Array<number>(31).fill(reflectance)

/** The calculation endpoints, `POST /api/calc/{name}`: what each is for, takes and may be asked. */
export const CALC_ENDPOINTS: Record<CalcName, CalcEndpoint> = {
  quantity: {
    summary: 'Read a mass, volume or temperature as people type it',
    body: quantitySchema,
    example: { text: '2 lb 3 oz', kind: 'mass' },
  },
  ratio: {
    summary: 'Plant-to-fibre ratio of a bath, as weighed and dry',
    body: ratioSchema,
    example: { dyestuff: [{ massG: 300, dryFraction: 0.18 }], fibreG: 100 },
  },
  mordant: {
    summary: 'Grams of mordants and the water that dissolves them',
    body: mordantSchema,
    example: { fibreG: 100, agents: [{ agent: 'alum', percentWof: 10 }], bathL: 3, tempC: 40 },
  },
  strength: {
    summary: 'Colour strength and colour of a reflectance spectrum',
    body: strengthSchema,
    example: { reflectance: flat(0.18), bare: flat(0.6), illuminant: 'D65', observer: 2 },
  },
  colour: {
    summary: 'A colour with its likely spectrum',
    body: colourSchema,
    example: { hex: '#c8a400' },
  },
  difference: {
    summary: 'Difference of two colours',
    body: differenceSchema,
    example: { a: { l: 50, a: 2.5, b: 0 }, b: { l: 56, a: -27, b: -3 } },
  },
  curve: {
    summary: 'Strength against dry ratio: least squares, or the posterior with its intervals',
    body: curveSchema,
    example: {
      method: 'posterior',
      sourceKind: 'leaf',
      points: [
        { ratio: 0.1, strength: 0.4, lot: 'a' },
        { ratio: 0.5, strength: 1.3, lot: 'a' },
        { ratio: 1, strength: 1.6, lot: 'b' },
      ],
      ask: { strength: 1, probability: 0.8 },
    },
  },
  potency: {
    summary: 'How strong a lot is against the curve of its source',
    body: potencySchema,
    example: {
      curve: { model: 'exponential', ceiling: 2, scale: 0.5 },
      points: [
        { ratio: 0.2, strength: 0.5 },
        { ratio: 0.4, strength: 0.85 },
      ],
    },
  },
  ph: {
    summary: 'pH of water with additions, closed, at 25 °C (Davies activities)',
    body: phSchema,
    example: {
      waterL: 4,
      alkalinityMmolL: 2,
      additions: [
        { agent: 'sodaAsh', massG: 4 },
        { agent: 'vinegar', volumeMl: 20, percent: 5 },
      ],
    },
  },
  'ph-dose': {
    summary: 'The next dose towards a pH, from the bath’s own answers, short of a cap',
    body: phDoseSchema,
    example: {
      waterL: 4,
      agent: 'sodaAsh',
      readings: [
        { totalMassG: 0, ph: 5.5 },
        { totalMassG: 1, ph: 7.2 },
        { totalMassG: 2, ph: 8.8 },
      ],
      target: 9.5,
      cap: 10,
    },
  },
  water: {
    summary: 'Water to pour, what becomes of it, and whether pot and fibre fit',
    body: waterSchema,
    example: {
      dyestuff: [{ dryG: 54, part: 'flowerHead', size: 'chopped', massG: 300 }],
      fibreG: 100,
      form: 'yarn',
      vesselL: 6,
      lid: 'ajar',
      hours: 1,
      tempC: 82,
      pieceG: 25,
    },
  },
  heat: {
    summary: 'Time to heat a bath, and the kettle that saves it',
    body: heatSchema,
    example: { waterL: 5, fromC: 15, toC: 82, powerW: 2000, altitudeM: 400 },
  },
  schedule: {
    summary: 'Least makespan of steps with lags and resources, as near as is found',
    body: scheduleSchema,
    example: {
      steps: [
        { id: 'heat', minutes: 40, after: [], needs: { burner: 1 } },
        { id: 'wetOut', minutes: 30, after: [] },
        {
          id: 'dye',
          minutes: 60,
          after: [{ id: 'heat', maxLag: 15 }, { id: 'wetOut' }],
          needs: { burner: 1 },
        },
      ],
      resources: { burner: 1 },
    },
  },
  pair: {
    summary: 'What two swatches can prove, factor by factor',
    body: pairSchema,
    example: {
      a: { factors: { fibre: 'wool', mordant: 'Al', minutes: 60 } },
      b: { factors: { fibre: 'silk', mordant: 'Al', minutes: 62 } },
    },
  },
  pairs: {
    summary: 'What each factor did, over all clean pairs of some swatches, and how repeats differ',
    body: pairsSchema,
    example: {
      swatches: [
        { id: 'a', pot: 'p1', strength: 1, factors: { fibre: 'wool', mordant: 'Al' } },
        { id: 'b', pot: 'p1', strength: 1.5, factors: { fibre: 'wool', mordant: 'Al Fe' } },
        { id: 'c', pot: 'p2', strength: 0.9, factors: { fibre: 'wool', mordant: 'Al' } },
        { id: 'd', pot: 'p2', strength: 1.4, factors: { fibre: 'wool', mordant: 'Al Fe' } },
      ],
    },
  },
}
