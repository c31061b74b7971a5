import type { CurveShape } from '../saturation'
import type { PosteriorPoint } from './observations'

/** Kinds of source that are told apart before anything of a source itself is known. */
export const SOURCE_KINDS = [
  'freshFlower',
  'leaf',
  'barkOrRoot',
  'berry',
  'husk',
  'gall',
  'gallWithIron',
  'driedCap',
  'bracket',
  'lichenBoiled',
  'lichenFermented',
  'leafBlue',
  'unknown',
] as const
export type SourceKind = (typeof SOURCE_KINDS)[number]

/** What is believed of a source before its first swatch; all from memory. */
export interface Prior {
  /** Centre of the ceiling P, strength, and SD of its logarithm. */
  ceiling: number
  ceilingLogSd: number
  /** Centre of the scale c, air-dry ratio, and SD of its logarithm. */
  scale: number
  scaleLogSd: number
  /** Centre and SD of the logarithm of the error SD of log S. */
  errorSd: number
  errorLogSd: number
  /** Scale of the half-normal SD between lots, on log S. */
  lotSd: number
  /** Chance that the source never takes on this fibre and mordant. */
  neverTakes: number
}

const CENTRES: Record<SourceKind, readonly [scale: number, ceiling: number]> = {
  freshFlower: [0.45, 2.7],
  leaf: [0.5, 2],
  barkOrRoot: [0.6, 1.8],
  berry: [0.3, 1.5],
  husk: [0.25, 3],
  gall: [0.12, 1],
  gallWithIron: [0.12, 4],
  driedCap: [0.35, 3],
  bracket: [0.8, 1.8],
  lichenBoiled: [0.5, 2],
  lichenFermented: [0.25, 4],
  leafBlue: [0.35, 1.5],
  unknown: [0.5, 2],
}

/** What two conditions of one source can differ in. */
export type ConditionKey = 'fibre' | 'mordant' | 'ph' | 'way' | 'stuff'

/** Swatches of the same source on near conditions, that a thin curve leans on. */
export interface NearCurve {
  points: PosteriorPoint[]
  /** What is believed of it by itself. */
  context: Omit<PriorContext, 'near'>
  differs: ConditionKey[]
}

export interface PriorContext {
  /** None: only what is usual for its kind. */
  near?: NearCurve
  kind?: SourceKind
  /** Cellulose fibre, or a mordant missing that the source needs: two fifths of the strength. */
  weakened?: boolean
  /** A fibre that barely takes this source: a small part of the strength. */
  barely?: boolean
  unmordanted?: boolean
}

/** Cellulose, or a mordant missing: so much of the strength is left. */
const WEAKENED = 0.4
/** Where a fibre barely takes it: from memory. */
const BARELY = 0.12

/** The share of its kind's strength that is expected of a source on these conditions. */
export const expectedShare = ({
  weakened = false,
  barely = false,
}: Pick<PriorContext, 'weakened' | 'barely'>): number => (barely ? BARELY : weakened ? WEAKENED : 1)

/** The prior of a curve by its kind, in the exponential shape's terms. Widths and centres: from memory. */
export function priorFor({
  kind = 'unknown',
  weakened = false,
  barely = false,
  unmordanted = false,
}: PriorContext = {}): Prior {
  const [scale, ceiling] = CENTRES[kind]
  return {
    ceiling: ceiling * expectedShare({ weakened, barely }),
    ceilingLogSd: 0.9,
    scale,
    scaleLogSd: kind === 'unknown' ? 1.1 : 0.8,
    // with 0.15, a source whose swatches scatter by 0.35 held its next piece in 79 %; by 0.5 wide, in 73
    errorSd: 0.17,
    errorLogSd: 0.7,
    lotSd: 0.25,
    neverTakes: unmordanted ? 0.15 : 0.05,
  }
}

/**
 * Factors that turn the exponential shape's centres into a shape's own, so that all expect about the
 * same strengths: h = 0.69 c and P_h = 1.17 P; of the slow ones by least squares on log S from 0.15
 * to 3 times c.
 */
export const SHAPE_FACTORS: Record<CurveShape, { scale: number; ceiling: number }> = {
  exponential: { scale: 1, ceiling: 1 },
  hyperbolic: { scale: 0.69, ceiling: 1.17 },
  weibull: { scale: 0.56, ceiling: 0.8 },
  hill: { scale: 0.55, ceiling: 0.93 },
}
