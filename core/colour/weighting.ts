import * as lamp from './illuminant-tables'
import * as observer from './observer-tables'
import { BANDS, FIRST_NM, STEP_NM, WAVELENGTHS_NM } from './spectrum'
import { mapTriple } from '../tuple'

/** Lamps a piece can be looked at under. */
export const ILLUMINANTS = ['D65', 'D50', 'A', 'F11'] as const
export type Illuminant = (typeof ILLUMINANTS)[number]

/** The 1931 (2 degree) and 1964 (10 degree) standard observers. */
export const OBSERVERS = [2, 10] as const
export type Observer = (typeof OBSERVERS)[number]

export interface Viewing {
  illuminant: Illuminant
  observer: Observer
}

/** Average daylight and the 2 degree observer: what strength and sRGB are defined for. */
export const DAYLIGHT: Viewing = { illuminant: 'D65', observer: 2 }

export type Triple = readonly [number, number, number]

export interface Weighting {
  /** Weight of band i on X, Y and Z; each column sums to the white point. */
  weights: readonly Triple[]
  /** XYZ of the perfect white under this lamp for this observer, Y = 1. */
  white: Triple
}

const TABLE_FIRST_NM = 380
const TABLE_STEP_NM = 5
const TABLE_LENGTH = 81

const matching = {
  2: [observer.X_BAR_2, observer.Y_BAR_2, observer.Z_BAR_2],
  10: [observer.X_BAR_10, observer.Y_BAR_10, observer.Z_BAR_10],
} as const

const cache = new Map<string, Weighting>()

/**
 * Weights that turn 31 reflectances into tristimulus values.
 *
 * The tables are summed at their own 5 nm; reflectance between bands follows the cubic through
 * the four nearest bands (linear in the first and last interval), and beyond 400 and 700 nm it
 * keeps the end value, as ASTM E308 prescribes for abridged data. So a perfect white gives the
 * white point exactly, and the narrow lines of a fluorescent lamp are not missed between bands.
 * Source: method of ASTM E308 and E2022; tables of CIE 015:2018.
 */
export function weighting({ illuminant, observer: degrees }: Viewing): Weighting {
  const key = `${illuminant}/${degrees}`
  const known = cache.get(key)
  if (known) return known
  const columns = mapTriple(matching[degrees], (bar) => columnWeights(lamp[illuminant], bar))
  const scale = 1 / sum(columns[1])
  const weights = WAVELENGTHS_NM.map((_, i) => mapTriple(columns, (column) => column[i]! * scale))
  const white = mapTriple(columns, (column) => sum(column) * scale)
  const made = { weights, white }
  cache.set(key, made)
  return made
}

function columnWeights(power: readonly number[], bar: readonly number[]): number[] {
  const weights = new Array<number>(BANDS).fill(0)
  for (let k = 0; k < TABLE_LENGTH; k++) {
    const nm = TABLE_FIRST_NM + k * TABLE_STEP_NM
    for (const [band, share] of interpolation(nm)) weights[band]! += share * power[k]! * bar[k]!
  }
  return weights
}

/** Which bands make up the reflectance at `nm`, and with what share (shares sum to 1). */
function interpolation(nm: number): [band: number, share: number][] {
  const position = (nm - FIRST_NM) / STEP_NM
  if (position <= 0) return [[0, 1]]
  if (position >= BANDS - 1) return [[BANDS - 1, 1]]
  const left = Math.floor(position)
  if (position === left) return [[left, 1]]
  if (left === 0 || left === BANDS - 2) {
    return [
      [left, 1 + left - position],
      [left + 1, position - left],
    ]
  }
  // Lagrange's cubic half way between two bands: the only case, as the tables step by 5 nm.
  return [
    [left - 1, -1 / 16],
    [left, 9 / 16],
    [left + 1, 9 / 16],
    [left + 2, -1 / 16],
  ]
}

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0)
