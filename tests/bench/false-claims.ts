import { mean } from 'd3-array'
import { randomLcg, randomNormal, randomUniform } from 'd3-random'
import { hasEstimate, lotPotencies } from '../../core/strength/lot-potency'
import { potencyTrends, type DatedPotency } from '../../core/strength/potency-trends'
import { NORMAL_90 } from '../../core/spread'
import { turningBack } from '../../core/strength/turning-back'

/** How often lots that are all alike are said to differ, and by season, year, storage, stage or place. */

/** `LOGS=200` for a quick look. */
const LOGS = Number(process.env.LOGS ?? 1000)
const uniform = randomLcg(0.29)
const normal = randomNormal.source(uniform)(0, 1)
const between = randomUniform.source(uniform)
const STAGES = ['bud', 'flower', 'seed'] as const
const PLACES = ['Mill Lane', 'Quarry Lane', 'Moor Edge'] as const

/** Three pots of a lot, whose plant was weighed, or counted once by so much wrong. */
function dyedFrom(lot: number, ceiling: number, scale: number, ratioErrorSd: number) {
  const off = ratioErrorSd > 0 ? Math.exp(ratioErrorSd * normal()) : 1
  return Array.from({ length: 3 }, (_, pot) => {
    const ratio = between(0.08, 0.8)()
    const strength = ceiling * (1 - Math.exp((-off * ratio) / scale)) * Math.exp(0.15 * normal())
    const known = ratioErrorSd > 0 ? { ratioErrorSd } : {}
    return { ratio, strength, lot: `${lot}`, pot: `${lot} ${pot}`, ...known }
  })
}

/** @param ratioErrorSd SD of log ratio, the same factor in all pots of a lot */
function claimsOf(ratioErrorSd: number) {
  const claims = {
    lots: 0,
    different: 0,
    trends: 0,
    season: 0,
    year: 0,
    storage: 0,
    stage: 0,
    place: 0,
    turning: 0,
  }
  for (let log = 0; log < LOGS; log++) {
    const ceiling = 2 * Math.exp(0.5 * normal())
    const scale = 0.4 * Math.exp(0.5 * normal())
    const points = Array.from({ length: 9 }, (_, lot) =>
      dyedFrom(lot, ceiling, scale, ratioErrorSd),
    ).flat()
    claims.turning += Number(turningBack(points, { kind: 'leaf' }) !== null)
    const dated = lotPotencies(points, { kind: 'leaf' }).flatMap((answer): DatedPotency[] => {
      if (!hasEstimate(answer)) return []
      const { low, mid, high } = answer.factor
      claims.lots++
      claims.different += Number(answer.differs)
      const own = points.filter((point) => point.lot === answer.lot)
      return [
        {
          log: Math.log(mid),
          logSd: Math.log(high / low) / (2 * NORMAL_90),
          logRatio: mean(own, ({ ratio }) => Math.log(ratio)) ?? 0,
          dayOfYear: Math.floor(between(120, 300)()),
          year: between(2016, 2026)(),
          stage: STAGES[Math.floor(between(0, 3)())]!,
          place: PLACES[Math.floor(between(0, 3)())]!,
          storedYears: between(0, 3)(),
        },
      ]
    })
    const told = potencyTrends(dated)
    for (const name of ['season', 'year', 'storage', 'stage', 'place'] as const) {
      claims[name] += Number(told[name] !== null)
    }
    claims.trends += Number(Object.values(told).some((each) => each !== null))
  }
  return claims
}

const percent = (count: number, of: number) => `${((100 * count) / of).toFixed(1)} %`
for (const [words, ratioErrorSd] of [
  ['weighed', 0],
  ['counted (35 %)', 0.35],
] as const) {
  const claims = claimsOf(ratioErrorSd)
  console.log(
    `  ${LOGS} logs of nine lots all alike, ${words}, three swatches each; wanted under 5 %`,
  )
  console.table({
    'a lot called different': percent(claims.different, claims.lots),
    'any trend shown': percent(claims.trends, LOGS),
    '  of them by season': percent(claims.season, LOGS),
    '  by year': percent(claims.year, LOGS),
    '  by storage': percent(claims.storage, LOGS),
    '  by stage': percent(claims.stage, LOGS),
    '  by place': percent(claims.place, LOGS),
    'a curve said to turn back': percent(claims.turning, LOGS),
  })
}
