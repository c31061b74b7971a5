import { quantile } from 'd3-array'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'

/** Times of one thing as a row of a table, ms. */
export const timesRow = (times: readonly number[]) => ({
  'median ms': Number(quantile(times, 0.5)!.toFixed(1)),
  '95 % ms': Number(quantile(times, 0.95)!.toFixed(1)),
  'most ms': Number(Math.max(...times).toFixed(1)),
})

/** What one plain fit of so many swatches takes on this machine, in this run, ms. */
export function plainFitTimes(swatches: number, times = 20): number[] {
  const x = Array.from({ length: swatches }, (_, i) => 0.05 + (1.4 * (i % 97)) / 97)
  const y = x.map(
    (r, i) => 1.6 * (1 - Math.exp(-r / 0.4)) * (0.9 + (0.2 * ((i * 7919) % 101)) / 101),
  )
  const curveOf =
    ([p, c]: number[]) =>
    (r: number) =>
      p! * (1 - Math.exp(-r / c!))
  return Array.from({ length: times }, () => {
    const began = performance.now()
    levenbergMarquardt({ x, y }, curveOf, {
      initialValues: [1, 1],
      maxIterations: 30,
      damping: 0.01,
      gradientDifference: 1e-6,
    })
    return performance.now() - began
  })
}
