import { mordantMarks } from '~~/catalogue/agents'
import { FIBRES } from '~~/catalogue/fibres'
import { sourceKindOf } from '~~/catalogue/source-kinds'
import type { Way } from '~~/catalogue/ways'
import type { KnownCurve } from '~~/core/strength/predict'
import type { CurveView } from '~~/shared/curve-view'
import { mordantsOf, type Piece } from '~~/shared/schemas/piece'
import type { Source } from '~~/shared/schemas/source'
import type { PhBand, StrengthGroup, StrengthView } from '~~/shared/strength-view'

/** What is known of a source: its groups of swatches, and their curves. */
export interface KnownSource {
  view: StrengthView
  curves: CurveView[]
}

/** Where a bath is meant to end decides which curve it lies on. */
export function phBandOf(ph: number | null): PhBand {
  if (ph === null) return 'asItCame'
  if (ph < 6) return 'acid'
  return ph > 8 ? 'alkaline' : 'asItCame'
}

/** The key of the curve a piece would lie on. */
export const curveKey = (piece: Piece, band: PhBand) =>
  [FIBRES[piece.fibre].class, mordantMarks(mordantsOf(piece)), band].join('|')

export const groupOf = (known: KnownSource | undefined, key: string): StrengthGroup | null =>
  known?.view.groups.find((group) => group.key === key) ?? null

/** What stands behind a prediction; without swatches, what is usual for its kind. */
export function knownCurve(
  source: Source,
  known: KnownSource | undefined,
  piece: Piece,
  { way, band }: { way: Way; band: PhBand },
): KnownCurve {
  const key = curveKey(piece, band)
  const curve = known?.curves.find((each) => each.key === key)
  const unit = groupOf(known, key)?.unit ?? null
  if (curve) {
    const { points, prior, estimated } = curve.answer
    return { points, prior, unit: unit && [...unit], estimated }
  }
  const mordants = mordantsOf(piece)
  const isMissing = source.needsMordant === 'yes' && mordants.length === 0
  return {
    ...{ points: [], unit: null, estimated: 0 },
    prior: {
      kind: sourceKindOf(source.part, mordants, way),
      weakened: FIBRES[piece.fibre].class === 'cellulose' || isMissing,
      unmordanted: mordants.length === 0,
    },
  }
}
