/** A matrix of two columns, `first[i]` and `second[i]` being its row i. */
export interface TwoColumns {
  first: readonly number[]
  second: readonly number[]
}

export interface TwoColumnQr {
  /** Least-squares solution of the two columns against a right-hand side of the same length. */
  solve(rhs: readonly number[]): [number, number]
  /** Square roots of the diagonal of (J'J)^-1: standard errors for a residual SD of 1. */
  unitSe: [number, number]
  /** Correlation of the two unknowns. */
  correlation: number
}

/**
 * QR factors of a two-column matrix by modified Gram-Schmidt.
 *
 * The loss of digits grows with the condition of the matrix, not with its square as in the
 * normal equations: the ceiling and the scale of a curve that has hardly bent are almost
 * collinear, and would lose half their digits there.
 */
export function twoColumnQr({ first, second }: TwoColumns): TwoColumnQr {
  const r11 = Math.sqrt(dot(first, first))
  const q1 = first.map((value) => value / r11)
  const r12 = dot(q1, second)
  const rest = second.map((value, i) => value - r12 * q1[i]!)
  const r22 = Math.sqrt(dot(rest, rest))
  const unitSecond = 1 / r22
  const unitFirst = Math.hypot(1 / r11, r12 / (r11 * r22))
  return {
    solve(rhs) {
      const y1 = dot(q1, rhs)
      // modified, not classical: what the first column explains is taken off before the second
      const left = rhs.map((value, i) => value - y1 * q1[i]!)
      const b2 = dot(rest, left) / (r22 * r22)
      return [(y1 - r12 * b2) / r11, b2]
    },
    unitSe: [unitFirst, unitSecond],
    correlation: -(r12 / (r11 * r22)) / unitFirst,
  }
}

function dot(a: readonly number[], b: readonly number[]): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}
