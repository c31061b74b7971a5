import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { fitLeastSquares, type StrengthPoint } from '../../core/strength/least-squares'
import { MISRA } from '../fixtures/nist-misra'

/**
 * Curve fits a second, beside a general-purpose least-squares library on the same data in the
 * same run, with the residual that each reached.
 */

const nineSwatches: StrengthPoint[] = [0.1, 0.15, 0.2, 0.25, 0.35, 0.4, 0.55, 0.6, 0.8].map(
  (ratio, i) => ({
    ratio,
    strength: 1.4 * (1 - Math.exp(-ratio / 0.27)) * (1 + 0.08 * Math.sin(7 * i)),
  }),
)

const SECONDS = 2

function ratePerSecond(run: () => unknown): number {
  for (let i = 0; i < 20; i++) run()
  const began = performance.now()
  let runs = 0
  while (performance.now() - began < SECONDS * 1000) {
    for (let i = 0; i < 10; i++) run()
    runs += 10
  }
  return runs / ((performance.now() - began) / 1000)
}

for (const { name, points, start } of [
  { name: 'NIST Misra1a, 14 points', points: MISRA, start: [250, 2000] },
  { name: 'nine swatches', points: nineSwatches, start: [1.2, 0.3] },
]) {
  const data = { x: points.map((p) => p.ratio), y: points.map((p) => p.strength) }
  const model =
    ([ceiling, scale]: number[]) =>
    (ratio: number) =>
      ceiling! * (1 - Math.exp(-ratio / scale!))
  // the fewest steps after which the library's residual has stopped falling in its tenth figure
  const theirs = () =>
    levenbergMarquardt(data, model, {
      initialValues: start,
      damping: 1e-2,
      maxIterations: 100,
      errorTolerance: 1e-10,
      gradientDifference: 1e-6,
    })
  const ours = () => fitLeastSquares(points, 'exponential')
  const ourRate = ratePerSecond(ours)
  const theirRate = ratePerSecond(theirs)
  console.log(`${name}`)
  console.log(
    `  core/strength           ${ourRate.toFixed(0).padStart(8)} fits/s, residual ${ours().residualSs.toPrecision(12)}`,
  )
  console.log(
    `  ml-levenberg-marquardt  ${theirRate.toFixed(0).padStart(8)} fits/s, residual ${theirs().parameterError.toPrecision(12)}`,
  )
  console.log(`  ${(ourRate / theirRate).toFixed(0)} times as fast`)
}
