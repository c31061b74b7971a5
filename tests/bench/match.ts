import { median, quantile } from 'd3-array'
import { deltaE2000 } from '../../core/colour/screen-colour'
import { labOfReflectance, type Lab } from '../../core/colour/tristimulus'
import { foretellCurve, foretelling } from '../../core/match/foretold'
import { matchSwatches } from '../../core/match/dye-of-curve'
import type { JobSwatch } from '../../core/strength/curve-job'
import { hueResiduals, hueSpreads, pooledResiduals } from '../../core/match/hue-spread'
import { overdyeUptake } from '../../core/match/overdye-uptake'
import { match } from '../../core/match/search'
import { dyesOfLog, hiddenDyes, overdyedSwatches } from '../fixtures/hidden-dyes'

/** A colour that could be wanted: of a recipe nobody made yet, or anywhere among what plants give. */
const WORLDS = 30
const WANTED = 10

const factors: number[] = []
function foretellingOf(log: readonly JobSwatch[][]) {
  const jobs = log.map((swatches) => ({ swatches, prior: {} }))
  const residuals = jobs.map((job) => hueResiduals(matchSwatches(job.swatches)))
  return foretelling(
    jobs.flatMap((job, i) =>
      foretellCurve(job, [pooledResiduals(residuals.filter((_, k) => k !== i))]),
    ),
  )
}

export function matchPromises(worlds = WORLDS, wantedEach = WANTED, overdyed = 0) {
  const results: {
    miss: number
    naive: number
    oracle: number
    within: boolean
    p: number
    near: boolean
    two: boolean
    lo: number
    hi: number
  }[] = []
  for (let seed = 1; seed <= worlds; seed++) {
    const world = hiddenDyes((seed + Number(process.env.OFF ?? 0.37)) / (worlds + 1))
    const log = world.log()
    const dyes = dyesOfLog(log)
    const at = (i: number) => dyes[i]!
    const uptake = overdyeUptake(overdyedSwatches(world, dyes, overdyed))
    const hues = hueSpreads(dyes.map(({ hue }) => hue))
    const { spreadFactor } = foretellingOf(log)
    factors.push(spreadFactor)
    const swatches = log.flatMap((some, dye) =>
      some.map(({ ratioDry, dyed }) => ({ dye, ratioDry, lab: dyed.lab })),
    )
    for (let i = 0; i < wantedEach; i++) {
      const wanted = wantedColour(world)
      const { ways } = match({
        dyes,
        hues,
        uptake,
        spreadFactor,
        wanted: { lab: wanted, errorDe: 0, within: 3 },
        areAllowed: () => true,
      })
      const best = ways[0]!
      const baths = best.baths.map(({ dye, ratioDry }) => ({ dye: Number(at(dye).id), ratioDry }))
      const made = () => deltaE2000(wanted, labOfReflectance(world.make(baths)))
      const miss = made()
      const nearest = swatches.reduce((a, b) =>
        deltaE2000(b.lab, wanted) < deltaE2000(a.lab, wanted) ? b : a,
      )
      results.push({
        miss,
        naive: deltaE2000(wanted, labOfReflectance(world.make([nearest]))),
        oracle: deltaE2000(wanted, world.middle(baths)),
        within: miss >= best.difference.low && miss <= best.difference.high,
        p: best.probability,
        near: miss <= 3,
        two: best.baths.length === 2,
        lo: best.difference.low,
        hi: best.difference.high,
      })
    }
  }
  return results
}

function wantedColour(world: ReturnType<typeof hiddenDyes>): Lab {
  const bath = () => ({
    dye: Math.floor(world.uniform() * world.dyes.length),
    ratioDry: Math.exp(Math.log(0.08) + Math.log(15) * world.uniform()),
  })
  const kind = world.uniform()
  if (kind < 0.35) return world.middle([bath()])
  if (kind < 0.7) return world.middle([bath(), bath()])
  return {
    l: 30 + 45 * world.uniform(),
    a: -15 + 45 * world.uniform(),
    b: -5 + 50 * world.uniform(),
  }
}

const t0 = performance.now()
for (const overdyed of [0]) {
  const r = matchPromises(WORLDS, WANTED, overdyed)
  const mean = (f: (x: (typeof r)[number]) => number) => r.reduce((s, x) => s + f(x), 0) / r.length
  console.log('overdyed', overdyed, 'n', r.length, 'ms', performance.now() - t0)
  console.log(
    'within span',
    mean((x) => +x.within).toFixed(3),
    'median miss',
    median(r, (x) => x.miss)!.toFixed(2),
    'naive',
    median(r, (x) => x.naive)!.toFixed(2),
    'middle',
    median(r, (x) => x.oracle)!.toFixed(2),
  )
  console.log(
    'promised p',
    mean((x) => x.p).toFixed(3),
    'near',
    mean((x) => +x.near).toFixed(3),
    'two',
    mean((x) => +x.two).toFixed(2),
    'two within',
    mean((x) => (x.two ? +x.within : 0)) / mean((x) => +x.two),
  )
  for (const [lo, hi] of [
    [0, 0.2],
    [0.2, 0.4],
    [0.4, 0.6],
    [0.6, 0.8],
    [0.8, 1.01],
  ] as const) {
    const s = r.filter((x) => x.p >= lo && x.p < hi)
    console.log(
      lo,
      s.length,
      (s.reduce((a, x) => a + x.p, 0) / s.length).toFixed(2),
      (s.filter((x) => x.near).length / s.length).toFixed(2),
    )
  }
  console.log('factors', median(factors), Math.min(...factors), Math.max(...factors))
  console.log(
    'below',
    mean((x) => +(x.miss < x.lo)),
    'above',
    mean((x) => +(x.miss > x.hi)),
  )
  console.log(
    quantile(
      r.map((x) => x.miss),
      0.9,
    ),
  )
}
