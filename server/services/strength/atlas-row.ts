import { hueFamilyOf } from '../../../core/colour/colour-name'
import { hexOfLab } from '../../../core/colour/screen-colour'
import { labOfReflectance, type Lab } from '../../../core/colour/tristimulus'
import { isScaleKnown } from '../../../core/strength/curve-job'
import { expectedReflectance } from '../../../core/strength/expected-colour'
import type { Interval } from '../../../core/strength/posterior/posterior'
import type { AtlasRow } from '../../../shared/views/strength/atlas'
import type { CurveView } from '../../../shared/views/strength/curve'
import { bandAt } from '../../../core/strength/posterior/band-at'
import { present } from '../../../core/present'

/** Raised with every change of what a row holds, so that no older one is kept. */
export const ATLAS_VERSION = 9

/** Dry ratio at which strengths of different sources are compared. */
const HALF = 0.5
/** The ribbon of a row: dry ratios from 0.02 to 4, evenly on a log scale. */
const RIBBON = Array.from({ length: 13 }, (_, i) => 0.02 * (4 / 0.02) ** (i / 12))

/** More digits say nothing, and weigh as much as all the rest. */
const DIGITS = 4

/** One curve in short. */
export function toAtlasRow({ answer, donorCurve, ...view }: CurveView): AtlasRow {
  const { enough, band, ceiling, ceilingReached, uptakeProbability, points, unit, bare } = answer
  const { sourceId, key, fibreClass, mordant, phBand, way, stuff, dyedFrom, dyedTo } = view
  const at = (ratio: number) => bandAt(band, ratio)
  const labAt = (strength: number): Lab | null =>
    unit && bare ? labOfReflectance(expectedReflectance(unit, Math.max(0, strength), bare)) : null
  const ratios = points.map(({ ratio }) => ratio)
  // nothing is told of ratios beyond what was tried
  const shown = enough.beyondTried && ratios.length ? Math.max(...ratios) : enough.mid
  const lab = labAt(at(shown).mid)
  return {
    sourceId,
    key,
    fibreClass,
    mordant,
    phBand,
    way,
    stuff,
    dyedFrom,
    dyedTo,
    n: answer.n,
    lots: answer.lots,
    estimated: answer.estimated,
    donorSwatches: donorCurve?.n ?? 0,
    uptakeProbability: short(uptakeProbability),
    ceiling: scaled(ceiling, 1),
    ceilingReached,
    isScaleKnown: isScaleKnown(answer),
    ceilingHex: hexOf(labAt(ceiling.mid)),
    enough: { ...scaled(enough, 1), beyondTried: enough.beyondTried },
    forDepth: answer.forDepth.map(({ depth, p50, p80 }) => ({
      depth,
      p50: p50 && short(p50),
      p80: p80 && short(p80),
    })),
    perGram: scaled(at(shown), 1 / shown),
    atHalf: scaled(at(HALF), 1),
    lab: lab && { l: short(lab.l), a: short(lab.a), b: short(lab.b) },
    hex: hexOf(lab),
    family: lab && hueFamilyOf(lab),
    ribbon: unit ? RIBBON.map((ratio) => hexOfLab(present(labAt(at(ratio).mid)))) : [],
    tried: ratios.length ? [short(Math.min(...ratios)), short(Math.max(...ratios))] : [0, 0],
  }
}

const hexOf = (lab: Lab | null) => lab && hexOfLab(lab)
const short = (value: number) => Number(value.toPrecision(DIGITS))
const scaled = ({ mid, low, high }: Interval, factor: number): Interval => ({
  mid: short(mid * factor),
  low: short(low * factor),
  high: short(high * factor),
})
