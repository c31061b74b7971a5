import { describe, expect, test } from '@jest/globals'
import { deltaE2000 } from '../../../../core/colour/screen-colour'
import { labOfReflectance } from '../../../../core/colour/tristimulus'
import {
  bathsInTurn,
  equalShades,
  pullTimes,
  ratioAtStrength,
  strengthAtRatio,
} from '../../../../core/match/shades'
import { breaksUnder } from '../../../../core/match/under-lamps'
import { withShifts } from '../../../../core/match/dye'
import { shifted, knownShifts, shiftedHue } from '../../../../core/match/shift'
import { ofAxes } from '../../../../core/match/hue-spread'
import type { Effect } from '../../../../core/evidence/effects'
import { expectedReflectance } from '../../../../core/strength/expected-colour'
import { metamericPair } from '../../../fixtures/metamers'
import { dyesOfLog, hiddenDyes } from '../../../fixtures/hidden-dyes'

const dyes = dyesOfLog(hiddenDyes(0.3).log(6, 10))
const dye = dyes[2]!
const range = { from: dye.ratios[2]!, to: dye.ratios.at(-1)! }

describe('shades of one dye', () => {
  test.each(dyes.map((each, i) => [i, each] as const))(
    'dye %d: steps from pale to deep are equal within half a ΔE',
    (_, each) => {
      const shades = equalShades(each, 6, { from: each.ratios[2]!, to: each.ratios.at(-1)! })
      const labs = shades.map(({ strength }) =>
        labOfReflectance(expectedReflectance(each.unit, strength, each.bare)),
      )
      const steps = labs.slice(1).map((lab, i) => deltaE2000(labs[i]!, lab))
      expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(0.5)
      shades.slice(1).forEach(({ step }, i) => expect(step).toBeCloseTo(steps[i]!, 6))
      expect(shades[0]!.ratioDry).toBeCloseTo(each.ratios[2]!, 4)
      expect(shades.at(-1)!.ratioDry).toBeCloseTo(each.ratios.at(-1)!, 6)
    },
  )

  test('a strength is found again at its ratio', () => {
    for (const ratio of [0.01, 0.1, 0.4]) {
      expect(ratioAtStrength(dye, strengthAtRatio(dye, ratio))).toBeCloseTo(ratio, 5)
    }
    expect(ratioAtStrength(dye, 99)).toBe(dye.ratios.at(-1))
    expect(strengthAtRatio(dye, 99)).toBe(strengthAtRatio(dye, dye.ratios.at(-1)!))
  })

  test('pieces of one bath are pulled in the order of their depth, the deepest at the end', () => {
    const shades = equalShades(dye, 5, range)
    const times = pullTimes(shades, { wholeMin: 60, timeConstantMin: 18 })
    expect(times.at(-1)).toBe(60)
    times.slice(1).forEach((time, i) => expect(time).toBeGreaterThan(times[i]!))
    // at its time each has its share of what the whole bath gives
    const reached = 1 - Math.exp(-60 / 18)
    times.forEach((time, i) =>
      expect((1 - Math.exp(-time / 18)) / reached).toBeCloseTo(
        shades[i]!.strength / shades.at(-1)!.strength,
        9,
      ),
    )
  })

  test('baths in turn go from deep to pale, with what is added or poured off before each', () => {
    const shades = equalShades(dye, 4, range)
    const baths = bathsInTurn(shades, { fibreG: 50, taken: 0.5 })
    expect(baths.map(({ shade }) => shade.strength)).toEqual(
      shades.map(({ strength }) => strength).reverse(),
    )
    expect(baths[0]!.addDryG).toBeCloseTo(50 * shades.at(-1)!.ratioDry, 9)
    let left = 0
    for (const { shade, addDryG, pourOff } of baths) {
      expect(addDryG === 0 || pourOff === 0).toBe(true)
      expect(left * (1 - pourOff) + addDryG / 50).toBeCloseTo(shade.ratioDry, 9)
      left = shade.ratioDry * 0.5
    }
  })

  test.each([
    [1, range, 'count must be a whole number from 2 to 24; got 1'],
    [2.5, range, 'count must be a whole number from 2 to 24; got 2.5'],
    [4, { from: 0.5, to: 0.5 }, 'from must be above 0 and below to; got 0.5 and 0.5'],
  ])('%d pieces over %j are refused', (count, over, message) => {
    expect(() => equalShades(dye, count, over)).toThrow(message)
  })
})

describe('under another lamp', () => {
  test('two spectra of one colour by day part under a lamp, and it is said which', () => {
    const [smooth, banded] = metamericPair()
    expect(deltaE2000(labOfReflectance(smooth), labOfReflectance(banded))).toBeLessThan(0.3)
    const broken = breaksUnder(smooth, banded)!
    expect(['A', 'F11']).toContain(broken.lamp)
    expect(broken.de2000).toBeGreaterThan(1.5)
  })

  test('a spectrum holds against itself under all of them', () => {
    expect(breaksUnder(dye.bare, dye.bare)).toBeNull()
  })
})

describe('something stirred in after the dye', () => {
  const interval = (mid: number) => ({ mid, low: mid - 1, high: mid + 1 })
  const effect = {
    factor: 'shift',
    of: 'ironSulfate',
    from: 'without',
    to: 'with',
    proofs: 4,
    q: 0.02,
    delta: { l: interval(-8), c: interval(-10), h: interval(6) },
  } as unknown as Effect

  test('is known by pairs of the log that are many and sure enough', () => {
    expect(knownShifts([effect])).toMatchObject([
      { agent: 'ironSulfate', l: { mid: -8 }, proofs: 4 },
    ])
    for (const less of [
      { proofs: 2 },
      { q: 0.3 },
      { q: null },
      { delta: null },
      { factor: 'water' },
    ]) {
      expect(knownShifts([{ ...effect, ...less } as Effect])).toEqual([])
    }
  })

  test('turns the colour so far, and makes it less sure', () => {
    const [shift] = knownShifts([effect])
    const lab = shifted({ l: 60, a: 0, b: 40 }, shift!)
    expect(lab.l).toBeCloseTo(52, 9)
    expect(Math.hypot(lab.a, lab.b)).toBeCloseTo(30, 9)
    expect(lab.a).toBeLessThan(0)
    expect(shifted({ l: 60, a: 0, b: 5 }, shift!).b).toBeCloseTo(0, 9)
    expect(shiftedHue(ofAxes([1, 1, 1]), shift!, 30)[0]).toBeGreaterThan(1)
    expect(withShifts(dye, [shift!])).toMatchObject([
      { id: dye.id, shift: { agent: 'ironSulfate' } },
    ])
    expect(withShifts({ ...dye, bath: 2 }, [shift!])).toEqual([])
  })
})
