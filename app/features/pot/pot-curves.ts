import type { Way } from '~~/catalogue/ways'
import { nearestCurve } from '~~/core/strength/near-conditions'
import type { ConditionKey, NearCurve } from '~~/core/strength/posterior/priors'
import type { KnownCurve } from '~~/core/strength/predict'
import type { CurveView } from '~~/shared/views/strength/curve'
import { mordantsOf, type Piece } from '~~/shared/schemas/basket/piece'
import type { Source } from '~~/shared/schemas/walk/source'
import type { StrengthGroup, StrengthView } from '~~/shared/views/strength/strength'
import {
  curveKeyOf,
  conditionOf,
  priorContextOf,
  type DyedHow,
} from '~~/shared/rules/strength/condition'
import type { Stuff } from '~~/shared/views/strength/stuff'
import type { PhBand } from '~~/shared/views/strength/ph-band'

/** Where a bath ends and how it is gone about: with the piece, these decide its curve. */
export interface BathKind {
  band: PhBand
  way: Way
  /** How the plant of a source is prepared. */
  stuffOf: (source: Source) => Stuff
}

const dyedHow = (source: Source, piece: Piece, { band, way, stuffOf }: BathKind): DyedHow => ({
  fibre: piece.fibre,
  mordants: mordantsOf(piece),
  mordantKnown: piece.mordantKnown,
  phBand: band,
  way,
  stuff: stuffOf(source),
})

/** The key of the curve a piece would lie on. */
export const curveKey = (source: Source, piece: Piece, bath: BathKind) =>
  curveKeyOf(conditionOf(dyedHow(source, piece, bath)))

export const groupOf = (
  known: StrengthView | undefined,
  key: string | undefined,
): StrengthGroup | null => known?.groups.find((group) => group.key === key) ?? null

const curvesOf = (known: StrengthView | undefined): CurveView[] =>
  (known?.groups ?? []).flatMap(({ curve }) => curve ?? [])

/**
 * What stands behind a prediction. Without swatches of its own, the nearest conditions of the same
 * source that have some; without these, what is usual for its kind.
 */
export function knownCurve(
  source: Source,
  known: StrengthView | undefined,
  piece: Piece,
  bath: BathKind,
): KnownCurve {
  const how = dyedHow(source, piece, bath)
  const condition = conditionOf(how)
  const key = curveKeyOf(condition)
  const curve = groupOf(known, key)?.curve
  if (curve) {
    const { points, prior, estimated, unit } = curve.answer
    return { points, prior, unit: unit && [...unit], estimated }
  }
  const near = nearestCurve(
    { condition, n: 0 },
    curvesOf(known).map((each) => ({
      curve: each,
      n: each.answer.n,
      condition: {
        fibre: each.fibreClass,
        mordant: each.mordant,
        ph: each.phBand,
        way: each.way,
        stuff: each.stuff,
      },
    })),
  )
  // hue follows mordant and pH: with another of these it is not known
  const keepsHue = near && !near.differs.some((each) => each === 'mordant' || each === 'ph')
  const nearUnit = keepsHue ? near.curve.answer.unit : null
  return {
    points: [],
    unit: nearUnit && [...nearUnit],
    estimated: 0,
    prior: {
      ...priorContextOf(source, how),
      ...(near && { near: nearOf(near.curve.answer, near.differs) }),
    },
  }
}

function nearOf({ points, prior }: CurveView['answer'], differs: ConditionKey[]): NearCurve {
  const { near: _, ...context } = prior
  return { points, context, differs }
}
