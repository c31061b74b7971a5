import { kOverSOf } from '../colour/kubelka-munk'
import { lchOfLab, labOfXyz, type Lab } from '../colour/tristimulus'
import { DAYLIGHT, weighting } from '../colour/weighting'
import type { Bath } from './chance'
import { middleStrength, type MatchDye } from './dye'

/** A pair of dyes with the ratios at which a rough look came nearest. */
export interface ScreenedPair {
  baths: readonly [Bath, Bath]
  /** Roughly CIEDE2000, squared. */
  miss: number
}

/** Ratios of each dye that are looked at: every fifth of the list. */
const EVERY = 5
/** Every third band tells a colour well enough to pass over what is nowhere near. */
const BAND_STEP = 3

const { weights } = weighting(DAYLIGHT)
const KEPT_BANDS = weights.map((_, i) => i).filter((i) => i % BAND_STEP === 0)
/** Weights of the bands kept, those between shared out to their neighbours, so that white is 1. */
const [ROUGH_X, ROUGH_Y, ROUGH_Z] = [0, 1, 2].map((axis) => {
  const kept = KEPT_BANDS.map((band) =>
    weights.reduce((sum, weight, i) => {
      return sum + weight[axis]! * Math.max(0, 1 - Math.abs(i - band) / BAND_STEP)
    }, 0),
  )
  const scale = 1 / kept.reduce((sum, weight) => sum + weight, 0)
  return Float64Array.from(kept, (weight) => weight * scale)
}) as [Float64Array, Float64Array, Float64Array]

const indexesOf = ({ ratios }: MatchDye) =>
  ratios.map((_, i) => i).filter((i) => (ratios.length - 1 - i) % EVERY === 0)

/**
 * A difference that grows as CIEDE2000 does about one colour, for looking at millions: lightness as
 * it is, chroma and hue by what they weigh there (the weights of CIE94 at the wanted chroma).
 *
 * Source: CIE 116-1995.
 */
function roughMiss(wanted: Lab): (l: number, a: number, b: number) => number {
  const { c, h } = lchOfLab(wanted)
  const [cos, sin] = [Math.cos((h * Math.PI) / 180), Math.sin((h * Math.PI) / 180)]
  const [forChroma, forHue] = [1 / (1 + 0.045 * c), 1 / (1 + 0.015 * c)]
  return (l, a, b) => {
    const dA = a - wanted.a
    const dB = b - wanted.b
    const dC = (dA * cos + dB * sin) * forChroma
    const dH = (dB * cos - dA * sin) * forHue
    return (l - wanted.l) ** 2 + dC * dC + dH * dH
  }
}

/**
 * Looks roughly at every pair of dyes that may lie on one piece, and keeps those that come nearest.
 *
 * @param areAllowed whether a piece can have both
 * @param most pairs kept
 * @yields the share of the pairs looked at, 0 to 1, after each dye
 */
export function* screenPairs(
  dyes: readonly MatchDye[],
  wanted: Lab,
  areAllowed: (first: number, second: number) => boolean,
  most: number,
): Generator<number, ScreenedPair[]> {
  const miss = roughMiss(wanted)
  const levels = dyes.map((dye) => levelsOf(dye, wanted))
  const kept: ScreenedPair[] = []
  let worst = Infinity
  for (let i = 0; i < dyes.length; i++) {
    for (let j = i + 1; j < dyes.length; j++) {
      if (!areAllowed(i, j)) continue
      const pair = nearestLevels(levels[i]!, levels[j]!, miss, worst)
      if (!pair) continue
      kept.push({
        baths: [
          { dye: i, ratioIndex: pair.one.ratioIndex },
          { dye: j, ratioIndex: pair.other.ratioIndex },
        ],
        miss: pair.miss,
      })
      // thinned out now and then: cheaper than keeping them in order
      if (kept.length >= 2 * most) worst = thinOut(kept, most)
    }
    yield (i + 1) / dyes.length
  }
  thinOut(kept, most)
  return kept
}

/** One dye at one ratio, over the bands kept. */
interface Level {
  ratioIndex: number
  /** On its fibre, and what it adds. */
  kOverS: Float64Array
  added: Float64Array
}

/** Of two dyes the ratios that come nearest; null where none comes nearer than what is asked. */
function nearestLevels(
  some: readonly Level[],
  others: readonly Level[],
  miss: ReturnType<typeof roughMiss>,
  nearerThan: number,
): { one: Level; other: Level; miss: number } | null {
  let best = nearerThan
  let one = -1
  let other = -1
  for (let i = 0; i < some.length; i++) {
    const { kOverS } = some[i]!
    for (let j = 0; j < others.length; j++) {
      const { l, a, b } = roughLab(kOverS, others[j]!.added)
      const at = miss(l, a, b)
      if (at >= best) continue
      best = at
      one = i
      other = j
    }
  }
  return one < 0 ? null : { one: some[one]!, other: others[other]!, miss: best }
}

/** L* by which one dye alone may already be darker than what is wanted; in b* more, for being yellower. */
const DARKER_L = 8

/** A dye's ratios as they are looked at, without those too dark already: a second dye only darkens. */
function levelsOf(dye: MatchDye, wanted: Lab): Level[] {
  const bare = KEPT_BANDS.map((band) => kOverSOf(dye.bare)[band]!)
  const unit = KEPT_BANDS.map((band) => dye.unit[band]!)
  const none = new Float64Array(bare.length)
  const roots = ({ l, a, b }: Lab) => {
    const y = (l + 16) / 116
    return [y + a / 500, y, y - b / 200]
  }
  const least = roots(wanted).map((root) => root - DARKER_L / 116)
  return indexesOf(dye).flatMap((ratioIndex) => {
    const added = Float64Array.from(unit, (value) => value * middleStrength(dye, ratioIndex))
    const kOverS = added.map((value, i) => value + bare[i]!)
    const isTooDark = roots(roughLab(kOverS, none)).some((root, axis) => root < least[axis]!)
    return isTooDark ? [] : [{ ratioIndex, kOverS, added }]
  })
}

function thinOut(kept: ScreenedPair[], most: number): number {
  kept.sort((a, b) => a.miss - b.miss)
  kept.length = Math.min(kept.length, most)
  return kept.length === most ? kept.at(-1)!.miss : Infinity
}

/**
 * Reflectance of K/S and the cube root of CIELAB from tables: a root and a division in each band of
 * millions of mixtures would take seconds. To the nearest of so many steps: good to some 1 ΔE.
 */
const KS_STEPS = 64
const MOST_KS = 16
const REFLECTANCE = Float32Array.from({ length: KS_STEPS * MOST_KS }, (_, i) => {
  const q = (i + 0.5) / KS_STEPS
  return 1 / (1 + q + Math.sqrt(q * q + 2 * q))
})
const LAST_KS = KS_STEPS * MOST_KS - 1
const LIGHT_STEPS = 2048
/** Of a share of the white, as far as L* goes. */
const CUBE_ROOT = Float32Array.from({ length: LIGHT_STEPS + 1 }, (_, i) => {
  const { l } = labOfXyz({ x: 0, y: (i + 0.5) / LIGHT_STEPS, z: 0 }, { white: [1, 1, 1] })
  return (l + 16) / 116
})
const rootOf = (share: number) => CUBE_ROOT[(share * LIGHT_STEPS) | 0]!

const seen: Lab = { l: 0, a: 0, b: 0 }

function roughLab(base: Float64Array, added: Float64Array): Lab {
  let x = 0
  let y = 0
  let z = 0
  for (let k = 0; k < base.length; k++) {
    const step = (base[k]! + added[k]!) * KS_STEPS
    const r = REFLECTANCE[step < LAST_KS ? (step > 0 ? step | 0 : 0) : LAST_KS]!
    x += ROUGH_X[k]! * r
    y += ROUGH_Y[k]! * r
    z += ROUGH_Z[k]! * r
  }
  const fx = rootOf(x)
  const fy = rootOf(y)
  const fz = rootOf(z)
  seen.l = 116 * fy - 16
  seen.a = 500 * (fx - fy)
  seen.b = 200 * (fy - fz)
  return seen
}
