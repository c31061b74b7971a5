import { depthOf } from '~~/core/colour/depth'
import type { CurveView } from '~~/shared/views/strength/curve'
import type { StrengthPointView } from '~~/shared/views/strength/strength'

/** A point that says something of a curve. */
export type TellingPoint = StrengthPointView & { ratioDry: number; strength: number }

/** A point's strength, an estimate multiplied as the curve did; null where it cannot be told. */
export function rightStrength(
  { strength, basis }: Pick<StrengthPointView, 'strength' | 'basis'>,
  curve: CurveView | null,
): number | null {
  if (strength === null || basis === 'measured') return strength
  return strength * (curve?.answer.factor?.factor ?? 1)
}

/** Points that have a strength and a ratio, estimates set right, so that they lie about the curve. */
export function setRight(
  points: readonly StrengthPointView[],
  curve: CurveView | null,
): TellingPoint[] {
  return points.flatMap((point): TellingPoint[] => {
    const { ratioDry } = point
    const strength = rightStrength(point, curve)
    if (ratioDry === null || strength === null) return []
    return [{ ...point, ratioDry, strength, depth: depthOf(strength) }]
  })
}
