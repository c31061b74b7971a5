import { PARTS } from '~~/catalogue/parts'
import { formatRatio } from '~/format/quantities'
import type {
  StrengthGroup,
  StrengthPointView,
  StrengthView,
} from '~~/shared/views/strength/strength'
import { bandAt } from '~~/core/strength/posterior/band-at'
import { hexAtStrength } from './ribbon-paint'
import { groupWords } from './words'
import { present } from '~~/core/present'

/** A step of the series on paper: what is expected there, and the swatch that was dyed nearest. */
interface SampleStep {
  ratioDry: number
  hex: string | null
  strength: number | null
  swatch: StrengthPointView | null
  /** Far from any ratio tried: left white. */
  isKnown: boolean
}

export interface SampleRow {
  key: string
  words: string
  n: number
  steps: SampleStep[]
}

/** Dry ratios from pale to deep. */
const SERIES = [0.05, 0.1, 0.2, 0.4, 0.8, 1.6]
/** A swatch is shown at the step it lies nearest to, and within so much of. */
const NEAR = Math.SQRT2
const FAR = 2

/** The sample page of a source: ratios from pale to deep, by fibre and mordant. */
export function sampleRows({ groups }: StrengthView): SampleRow[] {
  return groups
    .filter(({ n }) => n > 0)
    .map((group) => ({
      key: group.key,
      words: groupWords(group),
      n: group.n,
      steps: SERIES.map((ratio) => stepOf(group, ratio)),
    }))
}

function stepOf({ points, curve }: StrengthGroup, ratioDry: number): SampleStep {
  const apart = (point: StrengthPointView) =>
    Math.max(present(point.ratioDry) / ratioDry, ratioDry / present(point.ratioDry))
  const near = points
    .filter((point) => point.exclusion === null && apart(point) <= NEAR)
    .sort((a, b) => apart(a) - apart(b))
  const tried = points.filter((point) => point.exclusion === null)
  const isKnown = tried.some((point) => apart(point) <= FAR)
  const strength = curve ? bandAt(curve.answer.band, ratioDry).mid : null
  return {
    ratioDry,
    strength,
    swatch: near[0] ?? null,
    isKnown,
    hex: isKnown && curve && strength !== null ? hexAtStrength(curve, strength) : null,
  }
}

/** `0.28 : 1 fresh` */
export const weighedText = ({ usualDryFraction, usualState }: StrengthView, ratioDry: number) =>
  `${formatRatio(ratioDry / usualDryFraction)} ${usualState}`

export const sourceTitle = ({ source }: StrengthView) =>
  `${source.commonName} ${PARTS[source.part].label}`
