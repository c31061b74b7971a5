import type { JarWay } from '../catalogue/jar-ways'
import type { PatchName } from './scenario'

/** A jar of the invented dyer, and what was seen in it. */
export interface JarStory {
  source: string
  patch: PatchName
  way: JarWay
  vessel: string
  massG: number
  waterL: number
  ammoniaL: number
  tempC: number
  startedDaysAgo: number
  /** Days after the start on which it was looked at: colour word, colour, mould. */
  looks: [number, string, string, boolean?][]
  /** Days between airings, until so many days ago. */
  aired?: [number, number]
}

export const JARS: readonly JarStory[] = [
  {
    source: 'ochrolechia-tartarea/thallus',
    patch: 'Fallen Spruce',
    way: 'ammoniaFerment',
    vessel: 'blue-lid jar',
    massG: 22,
    waterL: 0.25,
    ammoniaL: 0.25,
    tempC: 16,
    startedDaysAgo: 58,
    looks: [
      [6, 'straw', '#c9a66b'],
      [16, 'rose brown', '#a8686a'],
      [30, 'wine', '#7d2f4f'],
      [44, 'deep wine', '#5c1a40'],
    ],
    aired: [7, 10],
  },
  {
    source: 'ochrolechia-tartarea/thallus',
    patch: 'Fallen Spruce',
    way: 'ammoniaSealed',
    vessel: 'green-lid jar',
    massG: 22,
    waterL: 0.25,
    ammoniaL: 0.25,
    tempC: 16,
    startedDaysAgo: 58,
    looks: [
      [16, 'straw', '#c4a067'],
      [30, 'rose brown', '#a9716b'],
      [44, 'dull wine', '#86485a'],
    ],
  },
  {
    source: 'alnus-glutinosa/bark',
    patch: 'Alder Carr',
    way: 'steep',
    vessel: 'enamel bucket',
    massG: 180,
    waterL: 4,
    ammoniaL: 0,
    tempC: 11,
    startedDaysAgo: 9,
    looks: [
      [3, 'pale tea', '#c69a5d'],
      [6, 'strong tea', '#9a5a2c'],
      [8, 'red tea', '#8a4423'],
    ],
  },
  {
    source: 'juglans-regia/husk',
    patch: 'Orchard Bank',
    way: 'soak',
    vessel: 'old crock',
    massG: 900,
    waterL: 5,
    ammoniaL: 0,
    tempC: 17,
    startedDaysAgo: 11,
    looks: [
      [4, 'brown', '#5d3f25'],
      [9, 'dark brown, a skin on it', '#3d2817', true],
    ],
  },
]
