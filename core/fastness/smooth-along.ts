/**
 * Weights of a normal spread over the steps of a grid.
 *
 * @param sdSteps SD in steps of the grid
 * @returns 2 k + 1 weights that come to 1; one where the spread is no step wide
 */
export function kernelOf(sdSteps: number): readonly number[] {
  if (sdSteps < 0.2) return [1]
  const reach = Math.ceil(3.5 * sdSteps)
  const raw = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-0.5 * ((i - reach) / sdSteps) ** 2),
  )
  const total = raw.reduce((sum, value) => sum + value, 0)
  return raw.map((value) => value / total)
}

/** Values along a grid, spread by a kernel; at its ends the last value goes on. */
export function smoothAlong(values: Float64Array, kernel: readonly number[]): Float64Array {
  if (kernel.length === 1) return values
  const reach = (kernel.length - 1) / 2
  const last = values.length - 1
  return values.map((_, i) => {
    let sum = 0
    for (let k = 0; k < kernel.length; k++) {
      sum += kernel[k]! * values[Math.min(last, Math.max(0, i + k - reach))]!
    }
    return sum
  })
}
