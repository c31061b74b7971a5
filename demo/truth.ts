import { integ } from '../core/colour/integ'
import { kOverSOf, reflectanceOfKOverS } from '../core/colour/kubelka-munk'
import { estimateReflectance } from '../core/colour/estimate-reflectance'
import { WAVELENGTHS_NM, type Reflectance } from '../core/colour/spectrum'
import { strengthAt, type SaturationCurve } from '../core/strength/saturation'

/** One absorption band: centre and width in nm, height relative to the source's others. */
type Band = readonly [centreNm: number, widthNm: number, height: number]

/** What is hidden behind the demo: invented, and what the product must find again. */
export interface Truth {
  curve: SaturationCurve
  bands: readonly Band[]
  /** SD of log strength between lots, and between swatches of one lot. */
  lotSd: number
  errorSd: number
}

const exponential = (ceiling: number, scale: number): SaturationCurve => ({
  model: 'exponential',
  ceiling,
  scale,
})
const hyperbolic = (ceiling: number, scale: number): SaturationCurve => ({
  model: 'hyperbolic',
  ceiling,
  scale,
})

const YELLOW: readonly Band[] = [
  [400, 55, 1],
  [445, 45, 0.55],
  [540, 150, 0.07],
]
const GOLD: readonly Band[] = [
  [400, 60, 1],
  [460, 55, 0.45],
  [560, 140, 0.12],
]
const TAN: readonly Band[] = [
  [390, 90, 1],
  [480, 110, 0.45],
  [580, 140, 0.22],
]
const BROWN: readonly Band[] = [
  [400, 85, 1],
  [480, 75, 0.5],
  [565, 120, 0.2],
]
const RUST: readonly Band[] = [
  [420, 80, 1],
  [500, 65, 0.62],
  [580, 110, 0.2],
]
const RED: readonly Band[] = [
  [505, 55, 1],
  [545, 40, 0.6],
  [400, 90, 0.6],
  [630, 90, 0.09],
]
const PURPLE: readonly Band[] = [
  [555, 55, 1],
  [590, 35, 0.5],
  [420, 80, 0.4],
  [660, 90, 0.12],
]
const OLIVE: readonly Band[] = [
  [400, 60, 1],
  [600, 140, 0.35],
]

/** True curves on alum-mordanted wool (on plain wool where no mordant is needed), by source. */
export const TRUTHS: Record<string, Truth> = {
  'tanacetum-vulgare/flowerHead': {
    curve: exponential(1.8, 0.34),
    bands: YELLOW,
    lotSd: 0.16,
    errorSd: 0.08,
  },
  'filipendula-ulmaria/floweringTop': {
    curve: hyperbolic(1.3, 0.42),
    bands: GOLD,
    lotSd: 0.15,
    errorSd: 0.1,
  },
  'rumex-obtusifolius/root': {
    curve: exponential(2.3, 0.38),
    bands: BROWN,
    lotSd: 0.18,
    errorSd: 0.1,
  },
  'alnus-glutinosa/bark': { curve: hyperbolic(3.1, 1), bands: TAN, lotSd: 0.12, errorSd: 0.08 },
  'alnus-glutinosa/cone': {
    curve: exponential(2.2, 0.7),
    bands: TAN,
    lotSd: 0.1,
    errorSd: 0.08,
  },
  'calluna-vulgaris/floweringTop': {
    curve: exponential(1.0, 0.9),
    bands: GOLD,
    lotSd: 0.15,
    errorSd: 0.1,
  },
  'genista-tinctoria/floweringTop': {
    curve: exponential(1.4, 0.3),
    bands: YELLOW,
    lotSd: 0.1,
    errorSd: 0.08,
  },
  'pteridium-aquilinum/leaf': {
    curve: exponential(0.8, 0.5),
    bands: YELLOW,
    lotSd: 0.2,
    errorSd: 0.12,
  },
  'cortinarius-sanguineus/cap': {
    curve: exponential(3.4, 0.13),
    bands: RED,
    lotSd: 0.2,
    errorSd: 0.1,
  },
  'ochrolechia-tartarea/thallus': {
    curve: exponential(4.2, 0.1),
    bands: PURPLE,
    lotSd: 0.2,
    errorSd: 0.1,
  },
  'parmelia-saxatilis/thallus': {
    curve: hyperbolic(2.6, 0.5),
    bands: RUST,
    lotSd: 0.12,
    errorSd: 0.08,
  },
  // never takes: whatever the ratio, nothing to tell from the bare wool
  'hypholoma-fasciculare/fruitBody': {
    curve: exponential(0.02, 0.3),
    bands: OLIVE,
    lotSd: 0.1,
    errorSd: 0.5,
  },
  'rubus-fruticosus/shoot': { curve: exponential(1.1, 0.5), bands: TAN, lotSd: 0.15, errorSd: 0.1 },
}

/** How much of a source's strength other fibres and mordants show. Invented, as all here. */
export const FIBRE_FACTOR: Record<string, number> = {
  wool: 1,
  superwash: 1.32,
  silk: 0.85,
  cotton: 0.35,
  linen: 0.4,
}
export const NO_MORDANT_FACTOR = 0.25
export const IRON_FACTOR = 1.45
/** Share of the colour that a bath takes of what is left. */
export const TAKEN_SHARE = 0.5
const IRON_BANDS: readonly Band[] = [[560, 170, 0.55]]
/** What a leaning lot absorbs beside: red light for a greener one, green for a redder. */
const LEANING_BANDS: Record<'greener' | 'redder', readonly Band[]> = {
  greener: [[640, 60, 0.16]],
  redder: [[530, 45, 0.2]],
}

/** Undyed fibres: CIELAB values of an invented flock and shop. */
export const BARE_LAB = {
  wool: { l: 87.5, a: 0.6, b: 10.5 },
  superwash: { l: 90.5, a: -0.2, b: 7 },
  silk: { l: 91.5, a: 0.3, b: 6 },
  cotton: { l: 94, a: 0, b: 3.5 },
  linen: { l: 82, a: 1.4, b: 11 },
} as const

/** Absorption per unit of strength: the bands, scaled so that their depth is 1. */
function unitOf(bands: readonly Band[]): number[] {
  const raw = WAVELENGTHS_NM.map((nm) =>
    bands.reduce(
      (sum, [centre, width, height]) => sum + height * Math.exp(-(((nm - centre) / width) ** 2)),
      0,
    ),
  )
  const depth = integ(raw)
  return raw.map((value) => value / depth)
}

export interface Dyeing {
  ratioDry: number
  fibre: keyof typeof BARE_LAB
  iron: boolean
  /** How the lot's hue leans. */
  leaning?: 'greener' | 'redder'
  /** Everything that multiplies the strength: fibre, mordant, lot and chance. */
  factor: number
}

/** Spectrum of a piece dyed in the simulation. */
export function dyedReflectance(
  truth: Truth,
  { ratioDry, fibre, iron, leaning, factor }: Dyeing,
): Reflectance {
  const bare = kOverSOf(estimateReflectance(BARE_LAB[fibre]))
  const unit = unitOf([
    ...truth.bands,
    ...(iron ? IRON_BANDS : []),
    ...(leaning ? LEANING_BANDS[leaning] : []),
  ])
  const strength = strengthAt(truth.curve, ratioDry) * factor
  return bare.map((ks, i) => reflectanceOfKOverS(Math.max(0, ks + strength * unit[i]!)))
}
