import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { PH_AGENT_KEYS } from '../../../core/acid-base/additions'
import { bathPh } from '../../../core/acid-base/bath-ph'
import { nextDose } from '../../../core/acid-base/next-dose'
import { heatingTime } from '../../../core/bath/heating'
import { LIDS } from '../../../core/bath/evaporation'
import { shareExtracted, steepWindow } from '../../../core/bath/extraction'
import { waterBudget } from '../../../core/bath/water-budget'
import { describeColour } from '../../../core/colour/describe-colour'
import { colourStrength } from '../../../core/colour/strength'
import { allowance } from '../../../core/harvest/allowance'
import { gatherNeeded } from '../../../core/harvest/gather-needed'
import { netMassG } from '../../../core/harvest/net-mass'
import { pickingRate } from '../../../core/harvest/picking-rate'
import { plantToFibreRatio } from '../../../core/harvest/ratio'
import { InputError } from '../../../core/input-error'
import { CALC_AGENTS } from '../../../core/mordant/agents'
import { bathAgain, heldAfter } from '../../../core/mordant/bath-again'
import { limitsOfBlend } from '../../../core/fibre/limits'
import { wetAsDry } from '../../../core/fibre/wet-as-dry'
import { mordantBath } from '../../../core/mordant/mordant-bath'
import { BULK_DENSITY, gramsInSpoons, type SpoonedAgent } from '../../../core/mordant/spoons'
import { usualDay } from '../../../core/season/day-of-year'
import { strengthOfBath } from '../../../core/strength/baths-in-a-row'
import { laterBaths } from '../../../core/strength/later-baths'
import { coatsAnswer } from '../../../core/strength/coats'
import { describeFit } from '../../../core/strength/describe-fit'
import { estimateFactor } from '../../../core/strength/estimate-factor'
import { fitLeastSquares } from '../../../core/strength/least-squares'
import { nextTrial } from '../../../core/strength/next-trial'
import { potency } from '../../../core/strength/potency'
import { curvePosterior } from '../../../core/strength/posterior/posterior'
import { priorFor } from '../../../core/strength/posterior/priors'
import {
  CURVE_MODELS,
  enoughRatio,
  ratioForStrength,
  strengthAt,
} from '../../../core/strength/saturation'

/**
 * Whatever goes in, nothing that is not a number comes out: an answer of finite numbers (null where
 * something is not bounded), or an InputError in words.
 */

const EXTREME = [0, -0, -1, NaN, Infinity, -Infinity, 1e-308, 5e-324, 1e308, 1e-12, 1e12]
const any = fc.oneof(
  fc.constantFrom(...EXTREME),
  fc.double({ min: -10, max: 1000, noNaN: true }),
  fc.double({ min: 0.001, max: 10, noNaN: true }),
)
const list = <T>(item: fc.Arbitrary<T>) => fc.array(item, { maxLength: 6 })
const points = list(fc.record({ ratio: any, strength: any }))
const model = fc.constantFrom(...CURVE_MODELS)
const curve = fc.record({ model, ceiling: any, scale: any })
const prior = priorFor()

function numbersIn(value: unknown, at = ''): { at: string; value: number }[] {
  if (typeof value === 'number') return [{ at, value }]
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, each]) => numbersIn(each, `${at}/${key}`))
}

/** Functions of the core with inputs of every kind. */
const ACTS: Record<string, fc.Arbitrary<() => unknown>> = {
  netMassG: fc.record({ grossG: any, tareG: any }).map((w) => () => netMassG(w)),
  plantToFibreRatio: fc
    .record({ dyestuff: list(fc.record({ massG: any, dryFraction: any })), fibreG: any })
    .map((bath) => () => plantToFibreRatio(bath)),
  gatherNeeded: fc.tuple(any, any, any, any).map(
    ([ratioDry, fibreG, value, relativeSd]) =>
      () =>
        gatherNeeded({ ratioDry, fibreG }, { dry: { value, basis: 'measured', n: 1, relativeSd } }),
  ),
  allowance: fc.tuple(any, list(any), any).map(
    ([share, masses, standing]) =>
      () =>
        allowance(
          { kind: 'share', share },
          masses.map((massG) => ({ massG })),
          standing,
        ),
  ),
  pickingRate: list(fc.record({ massG: any, minutes: any })).map((all) => () => pickingRate(all)),
  usualDay: list(any).map((days) => () => usualDay(days)),
  mordantBath: fc.tuple(fc.constantFrom(...CALC_AGENTS), any, any, any, any).map(
    ([agent, percentWof, fibreG, bathL, tempC]) =>
      () =>
        mordantBath({ fibreG, agents: [{ agent, percentWof }], bathL, tempC }),
  ),
  gramsInSpoons: fc
    .tuple(fc.constantFrom(...(Object.keys(BULK_DENSITY) as SpoonedAgent[])), any, any)
    .map(
      ([agent, spoons, spoonMl]) =>
        () =>
          gramsInSpoons(agent, spoons, spoonMl),
    ),
  bathAgain: fc.tuple(any, any).map(
    ([offeredG, wantedG]) =>
      () =>
        bathAgain(offeredG, wantedG),
  ),
  heldAfter: list(any).map((addedG) => () => heldAfter(addedG)),
  wetAsDry: fc.tuple(any, list(any), any).map(
    ([massG, alikeG, soldAsG]) =>
      () =>
        wetAsDry(massG, alikeG, soldAsG),
  ),
  limitsOfBlend: list(any).map(
    (percents) => () =>
      limitsOfBlend(
        percents.map((percent) => ({
          limits: { maxTempC: 90, ph: [4, 9], mostIronPercent: 6 },
          percent,
        })),
      ),
  ),
  heatingTime: fc
    .record({ waterL: any, fromC: any, toC: any, powerW: any })
    .map((heating) => () => heatingTime(heating)),
  waterBudget: fc.tuple(any, any, any, any, any, fc.constantFrom(...LIDS)).map(
    ([fibreG, vesselL, dryG, hours, tempC, lid]) =>
      () =>
        waterBudget({
          fibreG,
          vesselL,
          hours,
          tempC,
          lid,
          freedom: { leastLPerKg: 20, evenLPerKg: 30 },
          dyestuff: [{ dryG, absorptionGPerG: 4, size: 'chopped' }],
          pieceG: fibreG,
        }),
  ),
  shareExtracted: fc.tuple(any, any).map(
    ([e, n]) =>
      () =>
        shareExtracted(e, n),
  ),
  steepWindow: fc.tuple(any, any, any, any).map(
    ([fromDays, toDays, usualC, tempC]) =>
      () =>
        steepWindow({ fromDays, toDays }, usualC, tempC),
  ),
  bathPh: fc.tuple(any, any, list(fc.tuple(fc.constantFrom(...PH_AGENT_KEYS), any))).map(
    ([waterL, alkalinityMmolL, additions]) =>
      () =>
        bathPh({
          waterL,
          alkalinityMmolL,
          additions: additions.map(([agent, massG]) => ({ agent, massG })),
        }),
  ),
  nextDose: fc.tuple(any, list(fc.record({ totalMassG: any, ph: any })), any, any).map(
    ([waterL, readings, target, cap]) =>
      () =>
        nextDose({ waterL, agent: 'sodaAsh', readings, target, cap }),
  ),
  colourStrength: fc.tuple(fc.array(any, { minLength: 31, maxLength: 31 }), any).map(
    ([reflectance, peakNm]) =>
      () =>
        colourStrength(reflectance, reflectance, peakNm),
  ),
  describeColour: fc.record({ l: any, a: any, b: any }).map((lab) => () => describeColour({ lab })),
  strengthAt: fc.tuple(curve, any).map(
    ([c, ratio]) =>
      () =>
        strengthAt(c, ratio),
  ),
  ratioForStrength: fc.tuple(curve, any).map(
    ([c, s]) =>
      () =>
        ratioForStrength(c, s),
  ),
  enoughRatio: fc.tuple(curve, any).map(
    ([c, reference]) =>
      () =>
        enoughRatio(c, reference),
  ),
  fitLeastSquares: fc.tuple(points, model).map(
    ([all, shape]) =>
      () =>
        describeFit(fitLeastSquares(all, shape)),
  ),
  potency: fc.tuple(curve, points).map(
    ([c, all]) =>
      () =>
        potency(c, all),
  ),
  curvePosterior: fc.tuple(points, any, any).map(([all, ratio, strength]) => () => {
    const posterior = curvePosterior(all, prior)
    const { ceiling, enough, models, uptakeProbability } = posterior
    const asked = [posterior.at(ratio), posterior.ratioFor(strength), posterior.doublingGain(ratio)]
    return { ceiling, enough, models, uptakeProbability, asked }
  }),
  strengthOfBath: fc.tuple(curve, any, any, any).map(
    ([c, ratio, taken, bath]) =>
      () =>
        strengthOfBath(c, ratio, taken, bath),
  ),
  laterBaths: fc
    .tuple(
      points,
      list(fc.record({ bath: any, strength: any, ratioDry: any, row: fc.constant('a') })),
      any,
    )
    .map(([all, baths, ratio]) => () => {
      const { taken, expected } = laterBaths(all.slice(0, 3), { kind: 'leaf' }, baths.slice(0, 2))
      return { taken, baths: expected(ratio, 3) }
    }),
  coatsAnswer: list(fc.record({ coats: any, strength: any })).map((all) => () => coatsAnswer(all)),
  nextTrial: fc.tuple(points, any, any).map(
    ([all, pieceG, wantedWidth]) =>
      () =>
        nextTrial({ points: all.slice(0, 2), prior, pieceG, wantedWidth }),
  ),
  estimateFactor: list(fc.record({ estimated: any, measured: any })).map(
    (pairs) => () => estimateFactor(pairs),
  ),
}

describe('nothing but numbers or words leaves the core', () => {
  test.each(Object.entries(ACTS))('%s', (name, acts) => {
    const isSlow = [
      'nextDose',
      'curvePosterior',
      'nextTrial',
      'coatsAnswer',
      'describeColour',
    ].includes(name)
    fc.assert(
      fc.property(acts, (act) => {
        let answer: unknown
        try {
          answer = act()
        } catch (error) {
          expect(error).toBeInstanceOf(InputError)
          expect((error as InputError).message).toMatch(/\S+ \S+/)
          return
        }
        for (const { at, value } of numbersIn(answer)) {
          if (!Number.isFinite(value)) throw new Error(`${name}${at} is ${value}`)
        }
      }),
      { numRuns: isSlow ? 60 : 300 },
    )
  })
})

const sane = fc.double({ min: 0.01, max: 100, noNaN: true })

describe('what must hold of every answer', () => {
  test('strength rises with ratio', () => {
    fc.assert(
      fc.property(model, sane, sane, sane, sane, (shape, ceiling, scale, ratio, more) => {
        const at = (r: number) => strengthAt({ model: shape, ceiling, scale }, r)
        expect(at(ratio + more)).toBeGreaterThanOrEqual(at(ratio))
        expect(at(ratio)).toBeLessThanOrEqual(ceiling)
      }),
    )
  })

  test('scaling all masses changes no ratio, and dry is never above as weighed', () => {
    const dryFraction = fc.double({ min: 0.01, max: 1, noNaN: true })
    const lots = fc.array(fc.record({ massG: sane, dryFraction }), { minLength: 1, maxLength: 5 })
    fc.assert(
      fc.property(lots, sane, sane, (dyestuff, fibreG, factor) => {
        const ratio = plantToFibreRatio({ dyestuff, fibreG })
        const scaled = plantToFibreRatio({
          dyestuff: dyestuff.map((lot) => ({ ...lot, massG: lot.massG * factor })),
          fibreG: fibreG * factor,
        })
        expect(scaled.dry / ratio.dry).toBeCloseTo(1, 9)
        expect(scaled.asWeighed / ratio.asWeighed).toBeCloseTo(1, 9)
        expect(ratio.dry).toBeLessThanOrEqual(ratio.asWeighed * (1 + 1e-12))
      }),
    )
  })
})
