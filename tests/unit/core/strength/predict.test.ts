import { describe, expect, test } from '@jest/globals'
import { reflectanceOfKOverS } from '../../../../core/colour/kubelka-munk'
import { curvePosterior } from '../../../../core/strength/posterior/posterior'
import { priorFor } from '../../../../core/strength/posterior/priors'
import { predictor, type KnownCurve } from '../../../../core/strength/predict'

const unit = Array.from({ length: 31 }, (_, i) => (i < 12 ? 1.9 : 0.4))
const bare = new Array<number>(31).fill(reflectanceOfKOverS(0.04))
const points = [0.1, 0.2, 0.4, 0.8, 1.2].map((ratio, i) => ({
  ratio,
  lot: i < 3 ? 'a' : 'b',
  strength: 1.6 * (1 - Math.exp(-ratio / 0.4)),
}))
const known: KnownCurve = { points, prior: { kind: 'leaf' }, unit, estimated: 0 }
const unknown: KnownCurve = { ...known, points: [], unit: null }

describe('what a piece is likely to become', () => {
  test('is told with the swatches behind it, and the wider spread of a lot not yet tried', () => {
    const estimates = predictor([known])
    const seen = estimates.predict([{ curve: 0, ratioDry: 0.4, lot: 'a' }], bare)
    const fresh = estimates.predict([{ curve: 0, ratioDry: 0.4, lot: 'c' }], bare)
    expect(seen).toMatchObject({ n: 5, basis: 'measured', isKnownLot: true })
    expect(fresh).toMatchObject({ n: 5, isKnownLot: false })
    expect(fresh.strength.high / fresh.strength.low).toBeGreaterThan(
      seen.strength.high / seen.strength.low,
    )
    expect(seen.hex).toMatch(/^#/)
    expect(seen.likelyError).toBeGreaterThan(0)
    // the very numbers of the posterior, not others
    const at = curvePosterior(points, priorFor({ kind: 'leaf' })).at(0.4)
    expect(fresh.strength).toEqual({ mid: at.mid, ...at.piece })
  })

  test('without swatches it is typical of its kind, wide, and has no colour', () => {
    const estimates = predictor([unknown]).predict([{ curve: 0, ratioDry: 0.4 }], bare)
    expect(estimates).toMatchObject({ n: 0, basis: 'typical', hex: null, likelyError: null })
    expect(estimates.strength.high / estimates.strength.low).toBeGreaterThan(3)
  })

  test('estimated swatches are said to be; a bare piece nobody read has no colour', () => {
    const estimates = predictor([{ ...known, estimated: 2 }]).predict(
      [{ curve: 0, ratioDry: 0.4 }],
      null,
    )
    expect(estimates).toMatchObject({ basis: 'estimated', hex: null })
  })

  test('more plant is deeper, and past enough hardly so', () => {
    const estimates = predictor([known])
    const at = (ratioDry: number) => estimates.predict([{ curve: 0, ratioDry }], bare)
    expect(at(0.8).strength.mid).toBeGreaterThan(at(0.2).strength.mid)
    expect(at(0.1).doubling!.mid).toBeGreaterThan(0.5)
    expect(at(2).doubling!.mid).toBeLessThan(0.1)
    expect(at(2).littleGain).toBeGreaterThan(at(0.1).littleGain!)
  })

  test('sources mixed in one bath add up, and the least known of them is told', () => {
    const estimates = predictor([known, unknown])
    const mixed = estimates.predict(
      [
        { curve: 0, ratioDry: 0.4 },
        { curve: 1, ratioDry: 0.2 },
      ],
      bare,
    )
    expect(mixed).toMatchObject({ n: 0, basis: 'typical', doubling: null, hex: null })
    const twice = predictor([known, known]).predict(
      [
        { curve: 0, ratioDry: 0.4 },
        { curve: 1, ratioDry: 0.4 },
      ],
      bare,
    )
    const once = predictor([known]).predict([{ curve: 0, ratioDry: 0.4 }], bare)
    expect(twice.strength.mid).toBeCloseTo(2 * once.strength.mid)
    expect(twice.lab!.l).toBeLessThan(once.lab!.l)
  })

  test('a lot whose swatches took nothing is no lot to tell a spread by', () => {
    const faint = { ...known, points: [...points, { ratio: 0.4, lot: 'x', strength: 0.01 }] }
    const estimates = predictor([faint]).predict([{ curve: 0, ratioDry: 0.4, lot: 'x' }], bare)
    expect(estimates.isKnownLot).toBe(false)
  })
})
