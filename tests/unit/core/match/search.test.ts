import { describe, expect, test } from '@jest/globals'
import { deltaE2000, deltaE2000From } from '../../../../core/colour/screen-colour'
import { labOfReflectance, type Lab } from '../../../../core/colour/tristimulus'
import { foreteller, type MatchKnowledge, type Recipe } from '../../../../core/match/chance'
import { middleStrength, type MatchDye } from '../../../../core/match/dye'
import { byNearness, type MatchWay } from '../../../../core/match/close-look'
import { hueSpreads } from '../../../../core/match/hue-spread'
import { overdyeUptake } from '../../../../core/match/overdye-uptake'
import {
  chosenFrom,
  match,
  matchSteps,
  worthTwoPots,
  type MatchQuestion,
} from '../../../../core/match/search'
import { dyesOfLog, hiddenDyes } from '../../../fixtures/hidden-dyes'

const world = hiddenDyes(0.21, 6)
/** Every third ratio, so that all of them can be gone through. */
const thin = (dye: MatchDye): MatchDye => ({
  ...dye,
  ratios: dye.ratios.filter((_, i) => i % 3 === 2),
  pieces: dye.pieces.filter((_, i) => i % 3 === 2),
})
const dyes = dyesOfLog(world.log()).map(thin)
const known: MatchKnowledge = {
  dyes,
  hues: hueSpreads(dyes.map(({ hue }) => hue)),
  uptake: overdyeUptake([]),
  spreadFactor: 1,
}
const ask = (lab: Lab, within = 4): MatchQuestion => ({
  ...known,
  wanted: { lab, errorDe: 0, within },
  areAllowed: () => true,
})

/** All recipes there are, each looked at: the best of each dye and of each two in their order. */
function exhaustive(question: MatchQuestion): MatchWay[] {
  const colours = foreteller(chosenFrom(question))
  const misses = deltaE2000From(question.wanted.lab)
  const told = (recipe: Recipe): MatchWay => ({
    ...colours.nearness(recipe, question.wanted, misses),
    baths: recipe.map(({ dye, ratioIndex }) => ({ dye, ratioDry: dyes[dye]!.ratios[ratioIndex]! })),
    lab: colours.middleLab(recipe),
    reflectance: [],
  })
  const best = (recipes: Recipe[]) => recipes.map(told).sort(byNearness)[0]!
  const ratiosOf = (dye: number) => dyes[dye]!.ratios.map((_, ratioIndex) => ({ dye, ratioIndex }))
  const singles = dyes.map((_, dye) => best(ratiosOf(dye).map((bath): Recipe => [bath])))
  const pairs = dyes.flatMap((_, one) =>
    dyes.flatMap((__, other) =>
      one === other
        ? []
        : [best(ratiosOf(one).flatMap((a) => ratiosOf(other).map((b): Recipe => [a, b])))],
    ),
  )
  return [...singles, ...worthTwoPots(pairs, (dye) => singles[dye]!.probability)].sort(byNearness)
}

const named = ({ baths, probability }: MatchWay) =>
  `${baths.map(({ dye, ratioDry }) => `${dye} at ${ratioDry}`).join(', then ')}: ${probability.toFixed(3)}`

describe('the search', () => {
  test.each([
    { l: 55, a: 12, b: 34 },
    { l: 46, a: 22, b: 14 },
    { l: 62, a: 2, b: 40 },
  ])('finds the same best ten as looking at all there is: %j', (lab) => {
    const question = ask(lab)
    const all = exhaustive(question).slice(0, 10)
    expect(all[0]!.probability).toBeGreaterThan(0.1)
    expect(match(question).ways.slice(0, 10).map(named)).toEqual(all.map(named))
  })

  test('a colour that one dye gives is found at its ratio', () => {
    const dye = dyes[2]!
    const colours = foreteller(known)
    const lab = colours.middleLab([{ dye: 2, ratioIndex: 4 }])
    const { ways } = match({ ...ask(lab), areAllowed: undefined } as unknown as MatchQuestion)
    const own = ways.find(({ baths }) => baths[0]!.dye === 2)!
    expect(own.baths[0]!.ratioDry).toBeCloseTo(dye.ratios[4]!, 6)
    expect(deltaE2000(own.lab, lab)).toBeLessThan(0.01)
    expect(deltaE2000(labOfReflectance(own.reflectance), own.lab)).toBeLessThan(0.01)
    expect(ways.every(({ baths }) => baths.length === 1)).toBe(true)
  })

  test('two dyes in turn are told only where they are likelier than either alone', () => {
    const { ways } = match(ask({ l: 46, a: 22, b: 14 }))
    const alone = (dye: number) =>
      ways.find(({ baths }) => baths.length === 1 && baths[0]!.dye === dye)?.probability ?? 0
    const pairs = ways.filter(({ baths }) => baths.length === 2)
    expect(pairs.length).toBeGreaterThan(0)
    for (const { baths, probability } of pairs) {
      expect(probability).toBeGreaterThanOrEqual(
        0.05 + Math.max(alone(baths[0]!.dye), alone(baths[1]!.dye)),
      )
    }
  })

  test('it is told how far it is, and can be given up between two steps', () => {
    const steps = matchSteps(ask({ l: 50, a: 10, b: 30 }))
    const told = [steps.next().value, steps.next().value] as number[]
    expect(told[0]).toBeGreaterThan(0)
    expect(told[1]).toBeGreaterThanOrEqual(told[0]!)
    expect(steps.return(null as never).done).toBe(true)
  })

  test('a colour known less well is promised less', () => {
    const lab = foreteller(known).middleLab([{ dye: 1, ratioIndex: 5 }])
    const sure = match(ask(lab)).ways[0]!.probability
    const unsure = match({ ...ask(lab), wanted: { lab, errorDe: 6, within: 4 } }).ways[0]!
      .probability
    expect(unsure).toBeLessThan(sure)
  })

  test('the trial that would tell most is of a dye known by little, whose colour could be near', () => {
    // the first dye as if it were known by one swatch
    const blurred = dyes.map((dye, i) => ({
      ...dye,
      pieces: dye.pieces.map((some, at) =>
        some.map((value, k) =>
          i === 0 ? middleStrength(dye, at) * Math.exp(0.25 * (k - 6)) : value,
        ),
      ),
    }))
    const lab = foreteller(known).middleLab([{ dye: 0, ratioIndex: 5 }])
    const { trial } = match({ ...ask(lab), dyes: blurred })
    expect(trial!.dye).toBe(0)
    expect(trial!.to).toBeGreaterThan(trial!.from)
  })

  test('without any dye there is no way', () => {
    expect(match({ ...ask({ l: 50, a: 0, b: 0 }), dyes: [], hues: [] })).toEqual({
      ways: [],
      trial: null,
    })
  })

  test.each([
    [{ lab: { l: 120, a: 0, b: 0 }, errorDe: 0, within: 3 }, 'l must be from 0 to 100; got 120'],
    [{ lab: { l: 50, a: 0, b: 0 }, errorDe: -1, within: 3 }, 'errorDe must be 0 or more; got -1'],
    [{ lab: { l: 50, a: 0, b: 0 }, errorDe: 0, within: 0 }, 'within must be above 0; got 0'],
    [{ lab: { l: 50, a: 0, b: 0 }, errorDe: 0, within: 60 }, 'within must be at most 50; got 60'],
  ])('%j is refused', (wanted, message) => {
    expect(() => match({ ...known, wanted })).toThrow(message)
  })
})
