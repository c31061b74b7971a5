import { describe, expect, test } from '@jest/globals'
import { atlasLines, FIRST_ASK, firstHere } from '../../../app/features/strength/atlas-rows'
import { DEPTH_STARTS } from '../../../core/colour/depth'
import { estimateReflectance } from '../../../core/colour/estimate-reflectance'
import { labOfReflectance } from '../../../core/colour/tristimulus'
import { curveOfJob, isScaleKnown, type JobSwatch } from '../../../core/strength/curve-job'
import { expectedReflectance } from '../../../core/strength/expected-colour'
import { farFromTried } from '../../../core/strength/outside-tried'
import { curvePosterior } from '../../../core/strength/posterior/posterior'
import { priorOf } from '../../../core/strength/posterior/borrowed'
import { toAtlasRow } from '../../../server/services/strength/atlas-row'
import type { AtlasSource } from '../../../shared/views/strength/atlas'
import { curveOf } from '../../fixtures/curve-view'

/** What the atlas says of a curve, held against the posterior of its points, over the logs that occur. */

const bare = estimateReflectance({ l: 88, a: 0.5, b: 10 })
const unit = bare.map((_, i) => (i < 8 ? 2.4 : 0.2))
const curveStrength = (ratio: number) => 1.5 * (1 - Math.exp(-ratio / 0.3))

interface Kind {
  pot?: string
  isEstimated?: boolean
  strength?: (ratio: number) => number
}
function swatches(ratios: readonly number[], { pot, isEstimated, strength }: Kind = {}) {
  return ratios.map((ratioDry, i): JobSwatch => {
    const dyed = expectedReflectance(unit, (strength ?? curveStrength)(ratioDry), bare)
    const seen = (reflectance: readonly number[]) => ({
      reflectance: isEstimated ? null : reflectance,
      lab: labOfReflectance(reflectance),
    })
    return { ratioDry, lot: `${i % 5}`, pot: pot ?? `${i}`, bare: seen(bare), dyed: seen(dyed) }
  })
}
const TWENTY = Array.from({ length: 20 }, (_, i) => 0.05 * 1.17 ** i)
const LOGS: Record<string, JobSwatch[]> = {
  'one swatch': swatches([0.3]),
  'three of one pot': swatches([0.3, 0.3, 0.3], { pot: 'a' }),
  'three ratios': swatches([0.1, 0.3, 0.9]),
  twenty: swatches(TWENTY),
  'never takes': swatches([0.1, 0.3, 0.5, 0.9, 1.2], { strength: () => 0 }),
  'boiled, weak and flat': swatches([0.1, 0.3, 0.9], { strength: () => 0.12 }),
  'estimated only': swatches([0.1, 0.2, 0.4, 0.8], { isEstimated: true }),
}
const source: AtlasSource = {
  sourceId: 's',
  code: 'WEL',
  commonName: 'weld',
  scientificName: 'Reseda luteola',
  group: 'plant',
  part: 'leaf',
  usualDryFraction: 0.25,
  usualRatioState: 'fresh',
  fastness: 'good',
  gramsPerHour: null,
  walks: 0,
}

describe('the atlas', () => {
  test.each(Object.keys(LOGS))('of %s says what its posterior does', (name) => {
    const answer = curveOfJob({ swatches: LOGS[name]!, prior: { kind: 'leaf' } })
    const row = toAtlasRow({ ...curveOf([0.3]), answer })
    const posterior = curvePosterior(answer.points, priorOf(answer.prior))
    const [line] = atlasLines({ rows: [row], sources: [source], pending: 0 }, FIRST_ASK)
    const text = firstHere(line!, 'middling')
    const takes = posterior.uptakeProbability >= 0.5

    expect(takes).toBe(name !== 'never takes')
    expect(row.enough.low / posterior.enough.low).toBeCloseTo(1, 3)
    expect(row.enough.beyondTried).toBe(posterior.enough.beyondTried)
    expect(row.isScaleKnown).toBe(isScaleKnown(answer))
    expect(row.isScaleKnown).toBe(name !== 'estimated only')
    // a depth's ratio is the next piece's, and none is told of what takes nothing
    const middling = row.forDepth.find(({ depth }) => depth === 'middling')!
    const asked = posterior.ratioFor(DEPTH_STARTS.middling, 0.8)
    if (asked) expect(middling.p80! / asked.mid).toBeCloseTo(1, 3)
    else expect(middling.p80).toBeNull()
    if (!takes) {
      expect(line!.ratioWeighed).toBeNull()
      expect(text).toMatch(/likely takes nothing\.$/)
      expect(text).not.toMatch(/\d/)
      return
    }
    // the span that is said holds the core's, and its number is no farther than tried without a word
    const [, low, high] = /\(([\d.]+) to ([\d.]+)\)/.exec(text)!
    expect(Number(low)).toBeLessThanOrEqual(row.perGram.low)
    expect(Number(high)).toBeGreaterThanOrEqual(row.perGram.high)
    expect(text.includes('strength ~')).toBe(name === 'estimated only')
    const isFar = middling.p50 !== null && farFromTried(middling.p50, row.tried) !== null
    expect(/never tried near/.test(text)).toBe(isFar)
    expect(/takes [\d.]+ : 1 fresh/.test(text)).toBe(!isFar && middling.p50 !== null)
  })
})
