import { depthOf } from '~~/core/colour/depth'
import type { CurveView } from '~~/shared/curve-view'
import type { StrengthPointView } from '~~/shared/strength-view'

/** A point that says something of a curve. */
export type TellingPoint = StrengthPointView & { ratioDry: number; strength: number }

/** Points that have a strength and a ratio, estimates multiplied as the curve did, so that they lie about it. */
export function setRight(
  points: readonly StrengthPointView[],
  curve: CurveView | null,
): TellingPoint[] {
  const factor = curve?.answer.factor?.factor ?? 1
  return points.flatMap((point): TellingPoint[] => {
    const { ratioDry, strength } = point
    if (ratioDry === null || strength === null) return []
    const told = point.basis === 'measured' ? strength : strength * factor
    return [{ ...point, ratioDry, strength: told, depth: depthOf(told) }]
  })
}
