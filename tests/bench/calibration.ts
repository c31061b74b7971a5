import { curvePosterior } from '../../core/strength/posterior/posterior'
import { priorFor } from '../../core/strength/posterior/priors'
import type { CurveModel } from '../../core/strength/saturation'
import { holds, sourceSimulator, type Simulation } from '../fixtures/simulate-source'

/** How often 90 % intervals hold the truth: over sources drawn from the prior, and beside it. */

/** `SETS=400` for a quick look. */
const SETS = Number(process.env.SETS ?? 2000)
const SIZES = [1, 2, 3, 5, 8, 20]
const prior = priorFor({ kind: 'leaf' })

/** How sources are simulated, and with which shapes they are then met. */
type Case = Simulation & { models?: readonly CurveModel[]; asWeighed?: boolean }

function coverage(n: number, { models, asWeighed, ...simulation }: Case) {
  const simulate = sourceSimulator(prior, 0.37 + n / 100, simulation)
  const hits = {
    enough: 0,
    strength: 0,
    newLot: 0,
    lotPiece: 0,
    newPiece: 0,
    promise: 0,
    ceiling: 0,
  }
  let [withLot, promised] = [0, 0]
  let ms = 0
  for (let set = 0; set < SETS; set++) {
    const { curve, enough, points: made, newRatio, strengthAtNew, nextPiece } = simulate(n)
    const points = asWeighed ? made.map((point) => ({ ...point, ratioErrorSd: 0 })) : made
    const began = performance.now()
    const posterior = curvePosterior(points, prior, { models })
    ms += performance.now() - began
    const at = posterior.at(newRatio)
    hits.ceiling += Number(holds(posterior.ceiling, curve.ceiling))
    hits.enough += Number(holds(posterior.enough, enough))
    hits.strength += Number(holds(at, strengthAtNew.median))
    hits.newLot += Number(holds(at.newLot, strengthAtNew.newLot))
    hits.newPiece += Number(holds(at.piece, nextPiece(newRatio, 'newLot')))
    // eight in ten, for a depth that lies in the middle at 0.4 : 1
    const wanted = posterior.at(0.4).mid
    const ratio = posterior.ratioFor(wanted, 0.8)
    if (ratio) {
      promised++
      hits.promise += Number(nextPiece(ratio.mid, 'newLot') >= wanted)
    }
    // a lot all of whose swatches were too weak to tell cannot be asked for
    if (!points.some((p) => p.lot === '0' && 'strength' in p && p.strength > 0.05)) continue
    withLot++
    const ofLot = curvePosterior(points, prior, { lot: '0', models }).at(newRatio)
    hits.lotPiece += Number(holds(ofLot.piece, nextPiece(newRatio, 'lot')))
  }
  const percent = (count: number, of: number) => `${((100 * count) / of).toFixed(1)} %`
  return {
    ceiling: percent(hits.ceiling, SETS),
    enough: percent(hits.enough, SETS),
    'S, median lot': percent(hits.strength, SETS),
    'S, new lot': percent(hits.newLot, SETS),
    'piece, this lot': percent(hits.lotPiece, withLot),
    'piece, new lot': percent(hits.newPiece, SETS),
    '8 in 10': percent(hits.promise, promised),
    'ms each': (ms / SETS).toFixed(2),
  }
}

for (const [name, simulation] of [
  ['drawn from the prior', {}],
  ['no outliers, though some are expected', { outliers: 0 }],
  ['twice as many outliers as expected', { outliers: 0.1 }],
  ['all hyperbolic', { model: 'hyperbolic' }],
  [
    'all hyperbolic, met with the exponential shape alone',
    { model: 'hyperbolic', models: ['exponential'] },
  ],
  ['lots that differ twice as much as expected', { lotFactor: 2 }],
  ['three pieces a pot, pots differ by 0.15', { potSd: 0.15 }],
  ['drawn from the prior, plant counted (35 %), its error carried', { ratioErrorSd: 0.35 }],
  ['the same, taken as weighed', { ratioErrorSd: 0.35, asWeighed: true }],
] as [string, Case][]) {
  console.log(
    `  ${name}: ${SETS} sources at each number of swatches; ${name.startsWith('drawn') ? 'wanted 87 to 93 %' : 'printed as it is'}`,
  )
  console.table(Object.fromEntries(SIZES.map((n) => [`n = ${n}`, coverage(n, simulation)])))
}
