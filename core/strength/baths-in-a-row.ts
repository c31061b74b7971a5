import { fraction, positive } from '../checks'
import { InputError } from '../input-error'
import { bandAt } from './posterior/band-at'
import type { BandPoint, Interval } from './posterior/posterior'
import { ratioForStrength, strengthAt, type SaturationCurve } from './saturation'

/** A piece dyed in the n-th bath from one charge of plant. */
export interface LaterBath {
  /** 1 is the first bath. */
  bath: number
  strength: number
  /** Of the first bath, g air-dry plant per g dry fibre of one bath. */
  ratioDry: number
}

/**
 * The dry ratio that is left for the n-th bath, each taking the same share of what is left.
 *
 * @param ratioDry of the first bath, g air-dry plant per g dry fibre of one bath
 * @param taken share taken per bath, from 0 to 1
 * @param bath 1, 2, 3, ...
 */
export const ratioLeft = (ratioDry: number, taken: number, bath: number): number =>
  ratioDry * (1 - taken) ** (bath - 1)

/**
 * Strength that the n-th bath gives, each taking the same share of what is left:
 * S = curve(r (1 - u)^(n - 1)).
 *
 * @param ratioDry of the first bath, g air-dry plant per g dry fibre of one bath
 * @param taken share u taken per bath, above 0 and at most 1
 * @param bath 1, 2, 3, ...
 */
export function strengthOfBath(
  curve: SaturationCurve,
  ratioDry: number,
  taken: number,
  bath: number,
): number {
  positive(ratioDry, '/ratioDry')
  fraction(taken, '/taken')
  return strengthAt(curve, ratioLeft(ratioDry, taken, checkedBath(bath, '/bath')))
}

/** Strength to expect of one bath, with the interval that holds it nine times in ten. */
export interface ExpectedBath extends Interval {
  bath: number
  /** Dry ratio that is left for it. */
  ratioDry: number
}

/**
 * Strengths to expect of baths in a row: what is not known of the curve at the ratio left, and of
 * the share that each bath takes, together on the logarithm.
 *
 * @param band of the curve
 * @param ratioDry of the first bath, g air-dry plant per g dry fibre of one bath
 */
export function expectedBaths(
  band: readonly BandPoint[],
  ratioDry: number,
  taken: TakenShare,
  count: number,
): ExpectedBath[] {
  positive(ratioDry, '/ratioDry')
  const left = (share: number, bath: number) => ratioLeft(ratioDry, share, bath)
  return Array.from({ length: count }, (_, i) => {
    const bath = i + 1
    const at = bandAt(band, left(taken.mid, bath))
    // the more each takes, the less is left for the later ones
    const least = bandAt(band, left(taken.high, bath)).mid
    const most = bandAt(band, left(taken.low, bath)).mid
    const off = (curve: number, share: number) =>
      Math.exp(Math.hypot(Math.log(curve / at.mid), Math.log(share / at.mid)))
    return {
      bath,
      ratioDry: left(taken.mid, bath),
      mid: at.mid,
      low: at.mid / off(at.low, least),
      high: at.mid * off(at.high, most),
    }
  })
}

/**
 * How many baths are worth lighting: those that still give a wanted strength.
 *
 * @returns 0 where not even the first does
 */
export function bathsWorthwhile(
  curve: SaturationCurve,
  ratioDry: number,
  taken: number,
  leastStrength: number,
): number {
  positive(ratioDry, '/ratioDry')
  fraction(taken, '/taken')
  const least = ratioForStrength(curve, leastStrength)
  if (least === null || least > ratioDry) return 0
  if (taken === 1) return 1
  return 1 + Math.floor(Math.log(least / ratioDry) / Math.log1p(-taken) + 1e-9)
}

export interface TakenShare {
  /** Share taken per bath. */
  mid: number
  /** Interval that holds it nine times in ten. */
  low: number
  high: number
  /** Baths that could tell: 0 means the answer is what is usual. */
  n: number
}

/** Share a bath usually takes: centre and SD of its logit; from memory. */
const USUAL = { logit: 0.4, sd: 0.9 }
/** SD of log S of one swatch about its curve. */
const ERROR_SD = 0.2
const STEPS = 400

/**
 * The share taken per bath, from what later baths gave.
 *
 * A grid over logit u, with a weak prior about 0.6. A later bath stronger than the first could
 * ever be says "very little was taken"; the first bath says nothing of u and is passed over.
 *
 * @param curve of the source on this fibre and mordant
 * @throws InputError for a bath that is no whole number from 1, or a strength not above 0
 */
export function takenShare(curve: SaturationCurve, baths: readonly LaterBath[]): TakenShare {
  const later = baths.filter(({ bath, strength, ratioDry }, i) => {
    positive(strength, `/baths/${i}/strength`)
    positive(ratioDry, `/baths/${i}/ratioDry`)
    return checkedBath(bath, `/baths/${i}/bath`) > 1
  })
  const cells = Array.from({ length: STEPS }, (_, i) => {
    const logit = USUAL.logit + USUAL.sd * 4 * ((2 * (i + 0.5)) / STEPS - 1)
    const taken = 1 / (1 + Math.exp(-logit))
    let log = -0.5 * ((logit - USUAL.logit) / USUAL.sd) ** 2
    for (const { bath, strength, ratioDry } of later) {
      const expected = strengthAt(curve, ratioLeft(ratioDry, taken, bath))
      log -= 0.5 * (Math.log(strength / expected) / ERROR_SD) ** 2
    }
    return { taken, log }
  })
  const most = Math.max(...cells.map(({ log }) => log))
  const weights = cells.map(({ log }) => Math.exp(log - most))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const quantile = (p: number) => {
    let passed = 0
    const at = weights.findIndex((weight) => (passed += weight / total) >= p)
    return cells[at < 0 ? STEPS - 1 : at]!.taken
  }
  return { mid: quantile(0.5), low: quantile(0.05), high: quantile(0.95), n: later.length }
}

/** What a bath is taken to leave where no later bath of the curve was read. */
export const USUAL_TAKEN: TakenShare = takenShare(
  { model: 'exponential', ceiling: 1, scale: 1 },
  [],
)

function checkedBath(bath: number, pointer: string): number {
  if (Number.isInteger(bath) && bath >= 1) return bath
  throw new InputError(`bath must be a whole number of 1 or more; got ${bath}`, pointer)
}
