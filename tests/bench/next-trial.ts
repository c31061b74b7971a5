import { curvePosterior } from '../../core/strength/posterior/posterior'
import { priorFor } from '../../core/strength/posterior/priors'
import { nextTrial } from '../../core/strength/next-trial'
import { trialSimulator } from '../fixtures/simulate-source'

/**
 * Plant needed to know *enough* as well as a fixed doubling series does: four swatches at 0.5, 1,
 * 2 and 4 times the usual scale, against trials chosen one after the other.
 */

const SOURCES = 300
const PIECE_G = 10
const MOST_TRIALS = 16
const prior = priorFor({ kind: 'leaf' })
const simulate = trialSimulator(prior, 0.29)

let [seriesG, chosenG, trials, failed, wins] = [0, 0, 0, 0, 0]
const widthOf = (points: { ratio: number; strength: number; lot: string }[]) => {
  const { enough } = curvePosterior(points, prior)
  return Math.log(enough.high / enough.low)
}
for (let i = 0; i < SOURCES; i++) {
  const swatchAt = simulate()
  const series = [0.5, 1, 2, 4].map((factor) => swatchAt(factor * prior.scale))
  const width = widthOf(series)
  const seriesPlantG = series.reduce((sum, { ratio }) => sum + ratio * PIECE_G, 0)
  const points: typeof series = []
  let plantG = 0
  // as soon as it is as narrow as the series left it: with few swatches more would be advised
  while (points.length < MOST_TRIALS && widthOf(points) > width) {
    const next = nextTrial({ points, prior, pieceG: PIECE_G, wantedWidth: width, lot: '0' })
    if (!next) break
    points.push(swatchAt(next.ratio))
    plantG += next.dryG
  }
  failed += Number(widthOf(points) > width)
  wins += Number(plantG < seriesPlantG)
  seriesG += seriesPlantG
  chosenG += plantG
  trials += points.length
}
console.log(
  `  ${SOURCES} sources, test pieces of ${PIECE_G} g: doubling series ${(seriesG / SOURCES).toFixed(1)} g dry plant in 4 trials;\n` +
    `  chosen trials ${(chosenG / SOURCES).toFixed(1)} g in ${(trials / SOURCES).toFixed(1)} trials for the same width of log(enough):\n` +
    `  ${(100 * (1 - chosenG / seriesG)).toFixed(0)} % saved, less plant for ${((100 * wins) / SOURCES).toFixed(0)} % of sources; ` +
    `${failed} not as narrow after ${MOST_TRIALS} trials`,
)
