import { describe, expect, test } from '@jest/globals'
import { deltaE2000 } from '../../../../core/colour/screen-colour'
import { kOverSOf } from '../../../../core/colour/kubelka-munk'
import { strengthOver } from '../../../../core/colour/strength'
import { labOfReflectance } from '../../../../core/colour/tristimulus'
import { strengthOfBath } from '../../../../core/strength/baths-in-a-row'
import { coatsAnswer } from '../../../../core/strength/coats'
import { curveOfJob, type CurveJob } from '../../../../core/strength/curve-job'
import { estimateFactor } from '../../../../core/strength/estimate-factor'
import { expectedReflectance, unitAbsorption } from '../../../../core/strength/expected-colour'
import { nextTrial } from '../../../../core/strength/next-trial'
import { overdye } from '../../../../core/strength/overdye'
import { priorFor } from '../../../../core/strength/posterior/priors'
import type { SaturationCurve } from '../../../../core/strength/saturation'
import { trialSimulator } from '../../../fixtures/simulate-source'

const curve: SaturationCurve = { model: 'exponential', ceiling: 2, scale: 0.5 }

describe('baths in a row', () => {
  test('each finds what the one before left', () => {
    expect(strengthOfBath(curve, 1, 0.6, 1)).toBeCloseTo(2 * (1 - Math.exp(-2)), 12)
    expect(strengthOfBath(curve, 1, 0.6, 3)).toBeCloseTo(2 * (1 - Math.exp(-2 * 0.16)), 12)
  })

  test('half a bath is refused', () => {
    expect(() => strengthOfBath(curve, 1, 0.5, 1.5)).toThrow('bath must be a whole number')
  })
})

describe('coats', () => {
  test('add with diminishing gain', () => {
    const readings = [1, 2, 3, 1, 2, 3].map((coats, i) => ({
      coats,
      strength: 1.6 * (1 - Math.exp(-coats / 1.4)),
      piece: String(i % 2),
    }))
    const { after, gains, n } = coatsAnswer(readings, 4)
    expect(n).toBe(6)
    expect(after.map(({ coats }) => coats)).toEqual([1, 2, 3, 4])
    expect(after[0]!.mid).toBeCloseTo(0.82, 1)
    expect(gains[0]!.mid).toBeGreaterThan(gains[1]!.mid)
    expect(gains[1]!.mid).toBeGreaterThan(gains[2]!.mid)
    expect(gains[2]!.low).toBeGreaterThan(0)
  })

  test('without a reading the answer is what is usual, and wide', () => {
    const { n, after } = coatsAnswer([], 2)
    expect(n).toBe(0)
    expect(after[0]!.high / after[0]!.low).toBeGreaterThan(4)
  })

  test.each([[0.5], [21]])('%d coats are refused', (coats) => {
    expect(() => coatsAnswer([{ coats, strength: 1 }])).toThrow('coats must be a whole number')
  })
})

describe('the next trial', () => {
  const prior = priorFor({ kind: 'leaf' })
  const question = { points: [], prior, pieceG: 10, wantedWidth: 0.6 }

  test('nothing known: a swatch that tells most, and what all will cost', () => {
    const next = nextTrial(question)!
    expect(next.dryG).toBeCloseTo(10 * next.ratio, 10)
    expect(next.totalDryG).toBeGreaterThanOrEqual(next.dryG)
    expect(next.enough.after).toBeLessThan(next.enough.now)
    expect(next.strength.after).toBeLessThan(next.strength.now)
  })

  test('nothing known: neither enough nor strength lies within a factor of 2', () => {
    const width = 2 * Math.log(2)
    const next = nextTrial({ ...question, wantedWidth: width, wantedStrengthWidth: width })!
    expect(next.enough.now).toBeGreaterThan(width)
    expect(next.enough.after).toBeLessThan(next.enough.now)
    expect(next.strength.now).toBeGreaterThan(width)
    expect(next.strength.after).toBeLessThan(next.strength.now)
    expect(next.isReached).toBe(Math.max(next.strength.after, next.enough.after) <= width)
  })

  test('one lot tells strength no better than lots differ', () => {
    const asked = { ...question, wantedWidth: 5, wantedStrengthWidth: 0.05 }
    const next = nextTrial(asked)!
    expect(next.isReached).toBe(false)
    // lots of leaf differ by a half-normal of SD 0.25: at the least its 90 % interval is left
    expect(next.strength.after).toBeGreaterThan(2 * 1.645 * 0.25 * 0.8)
  })

  test('narrow enough already: no trial, once there are three swatches', () => {
    const swatchAt = trialSimulator(prior, 0.11)()
    const points = [0.1, 0.3, 0.9].map(swatchAt)
    expect(nextTrial({ ...question, points, wantedWidth: 50 })).toBeNull()
    const thin = nextTrial({ ...question, points: points.slice(0, 2), wantedWidth: 50 })!
    expect(thin.enough.after).toBeLessThan(thin.enough.now)
  })

  test('trials made as advised bring it to the wanted width', () => {
    const swatchAt = trialSimulator(prior, 0.11)()
    const points: ReturnType<typeof swatchAt>[] = []
    // within a factor of two, either way
    const wanted = { ...question, wantedWidth: 2 * Math.log(2) }
    let next = nextTrial({ ...wanted, points })
    const first = next!.enough.now
    while (next && points.length < 12) {
      points.push(swatchAt(next.ratio))
      next = nextTrial({ ...wanted, points })
    }
    expect(first).toBeGreaterThan(2)
    expect(next).toBeNull()
  })

  test.each([
    [{ pieceG: 0 }, 'pieceG must be above 0 g; got 0'],
    [{ wantedWidth: -1 }, 'wantedWidth must be above 0; got -1'],
    [{ wantedStrengthWidth: 0 }, 'wantedStrengthWidth must be above 0; got 0'],
  ])('%j is refused', (change, message) => {
    expect(() => nextTrial({ ...question, ...change })).toThrow(message)
  })
})

/** A yellow and a blue as single-constant dyes on a pale wool. */
const bare = Array.from({ length: 31 }, (_, i) => 0.55 + 0.006 * i)
const bump = (centre: number, width: number) =>
  Array.from({ length: 31 }, (_, i) => Math.exp(-(((400 + 10 * i - centre) / width) ** 2)))
const dyed = (absorption: number[], depth: number) => expectedReflectance(absorption, depth, bare)
const yellow = unitAbsorption([{ dyed: dyed(bump(420, 60), 6), bare }])!
const blue = unitAbsorption([{ dyed: dyed(bump(620, 70), 6), bare }])!

describe('one dye over another', () => {
  test('adds K/S, so that strengths add', () => {
    const { reflectance } = overdye(bare, [
      { unit: yellow, strength: 1 },
      { unit: blue, strength: 0.7 },
    ])
    expect(strengthOver(reflectance, bare)).toBeCloseTo(1.7, 6)
    const [b, both] = [kOverSOf(bare), kOverSOf(reflectance)]
    both.forEach((ks, i) => expect(ks - b[i]!).toBeCloseTo(yellow[i]! + 0.7 * blue[i]!, 8))
  })

  test('a yellow under a blue gives green', () => {
    const { lab, likelyError } = overdye(bare, [
      { unit: yellow, strength: 1.2 },
      { unit: blue, strength: 0.8 },
    ])
    expect(lab.a).toBeLessThan(-5)
    expect(lab.b).toBeGreaterThan(0)
    expect(likelyError).toBeGreaterThan(3)
  })

  test('the surer the dyes, the smaller the error; none is the bare piece', () => {
    const withSd = (logSd: number) =>
      overdye(bare, [{ unit: yellow, strength: 1, logSd }]).likelyError
    expect(withSd(0.1)).toBeLessThan(withSd(0.4))
    expect(deltaE2000(overdye(bare, []).lab, labOfReflectance(bare))).toBeCloseTo(0, 8)
    expect(() => overdye(bare, [{ unit: yellow, strength: -1 }])).toThrow('strength must be 0')
  })
})

describe('estimates set right', () => {
  test('by what is usual, then by the source’s own swatches', () => {
    const usual = estimateFactor([])
    expect(usual.factor).toBeCloseTo(1 / 0.9, 6)
    const learnt = estimateFactor(
      Array.from({ length: 8 }, () => ({ estimated: 1, measured: 1.4 })),
    )
    expect(learnt.factor).toBeGreaterThan(1.36)
    expect(learnt.factor).toBeLessThan(1.4)
    expect(learnt.sharedLogSd).toBeLessThan(usual.sharedLogSd)
    expect(() => estimateFactor([{ estimated: 0, measured: 1 }])).toThrow(
      'estimated must be above 0',
    )
  })

  test('a job tells measured from estimated, and learns from a swatch read both ways', () => {
    const seen = (strength: number, isMeasured: boolean) => {
      const reflectance = expectedReflectance(yellow, strength, bare)
      return { reflectance: isMeasured ? reflectance : null, lab: labOfReflectance(reflectance) }
    }
    const bareSeen = { reflectance: bare, lab: labOfReflectance(bare) }
    const job: CurveJob = {
      prior: { kind: 'leaf' },
      swatches: [
        { ratioDry: 0.2, lot: 'a', dyed: seen(0.6, true), bare: bareSeen },
        { ratioDry: 0.6, lot: 'a', dyed: seen(1.2, false), bare: bareSeen },
        { ratioDry: 1, lot: 'b', dyed: seen(1.5, true), bare: bareSeen, alsoAs: seen(1.5, false) },
      ],
    }
    const answer = curveOfJob(job)
    expect(answer).toMatchObject({ n: 3, lots: 2, estimated: 1, calibration: { n: 1 } })
    // the strengths that leave are those the curve counts
    expect(answer.strengths).toEqual(
      answer.points.map((point) => 'strength' in point && point.strength),
    )
    expect(answer.points[0]).toEqual({ ratio: 0.2, lot: 'a', strength: expect.closeTo(0.6, 6) })
    expect(answer.points[1]!.errorSd).toBeGreaterThan(0)
    const allMeasured = curveOfJob({ ...job, swatches: job.swatches.slice(0, 1) })
    expect(allMeasured).toMatchObject({ estimated: 0, calibration: { n: 0 } })
  })
})
