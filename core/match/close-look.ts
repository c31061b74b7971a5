import { deltaE2000From } from '../colour/screen-colour'
import type { Reflectance } from '../colour/spectrum'
import type { Lab } from '../colour/tristimulus'
import {
  foreteller,
  type Bath,
  type MatchKnowledge,
  type Misses,
  type Nearness,
  type Recipe,
  type WantedColour,
} from './chance'
import { reflectanceOf } from './mixing'

/** A way to come near a wanted colour. */
export interface MatchWay extends Nearness {
  /** One bath, or two in turn: which dye, and g air-dry plant per g dry fibre. */
  baths: { dye: number; ratioDry: number }[]
  /** What it is expected to become. */
  lab: Lab
  reflectance: Reflectance
}

/** Likeliest first; of ways equally likely, the nearest. */
export const byNearness = (a: Nearness, b: Nearness): number =>
  b.probability - a.probability || a.difference.mid - b.difference.mid

/** Looks at recipes closely: followed along their ratios to where they come nearest. */
export function closeLook(
  question: MatchKnowledge,
  wanted: WantedColour,
  misses: Misses = deltaE2000From(wanted.lab),
) {
  const { dyes } = question
  const colours = foreteller(question)
  const alone = new Map<number, MatchWay>()

  const nearnessOf = (recipe: Recipe) => colours.nearness(recipe, wanted, misses)

  /** Steps from ratio to ratio as long as it comes nearer by what it is judged by. */
  function follow<T>(
    recipe: Recipe,
    judge: (recipe: Recipe) => T,
    isBetter: (a: T, b: T) => boolean,
    isWide = false,
  ) {
    // neighbours of neighbours are often known
    const judged = new Map<string, T>()
    const valueOf = (each: Recipe): T => {
      const key = each.map(({ ratioIndex }) => ratioIndex).join()
      const known = judged.get(key)
      if (known !== undefined) return known
      const value = judge(each)
      judged.set(key, value)
      return value
    }
    let at = { recipe, value: valueOf(recipe) }
    for (;;) {
      const near = neighbours(at.recipe, dyes, isWide).map((next) => ({
        recipe: next,
        value: valueOf(next),
      }))
      const best = near.reduce((a, b) => (isBetter(b.value, a.value) ? b : a), at)
      if (best === at) return at
      at = best
    }
  }

  /** Where its middle comes nearest. */
  function nearestMiddle(recipe: Recipe): { recipe: Recipe; miss: number } {
    const missOf = (each: Recipe) => misses(colours.middleLab(each))
    // along one dye every ratio is looked at: its colours may turn back towards what is wanted
    const from = recipe.length === 1 ? nearestAlone(recipe, missOf) : recipe
    const { recipe: found, value } = follow(from, missOf, (a, b) => a < b)
    return { recipe: found, miss: value }
  }

  function nearestAlone([{ dye }]: readonly [Bath], missOf: (recipe: Recipe) => number): Recipe {
    const all = dyes[dye]!.ratios.map((_, ratioIndex): Recipe => [{ dye, ratioIndex }])
    return all.reduce((a, b) => (missOf(b) < missOf(a) ? b : a))
  }

  /**
   * Where it is likeliest to come near, from a recipe on.
   *
   * @param isWide in wider steps, too: more of the dye that is nearly full, and less of the other,
   *   may be as near and surer
   */
  function best(recipe: Recipe, isWide = false): MatchWay & { recipe: Recipe } {
    const { recipe: found, value } = follow(
      recipe,
      nearnessOf,
      (a, b) => byNearness(a, b) < 0,
      isWide,
    )
    const { lab, kOverS } = colours.foretold(found)
    return {
      ...value,
      recipe: found,
      baths: found.map(({ dye, ratioIndex }) => ({
        dye,
        ratioDry: dyes[dye]!.ratios[ratioIndex]!,
      })),
      lab,
      reflectance: reflectanceOf(kOverS),
    }
  }

  return {
    nearnessOf,
    nearestMiddle,
    best,
    colours,
    misses,

    /** The best of one dye without another. */
    alone(dye: number): MatchWay {
      const known = alone.get(dye)
      if (known) return known
      const made = best(nearestMiddle([{ dye, ratioIndex: 0 }]).recipe)
      alone.set(dye, made)
      return made
    },
  }
}

export type CloseLook = ReturnType<typeof closeLook>

/** Recipes one ratio off, or up to four, in one bath or in both. */
function neighbours(recipe: Recipe, dyes: MatchKnowledge['dyes'], isWide: boolean): Recipe[] {
  const ofTwo = isWide ? WIDE_STEPS_OF_TWO : STEPS_OF_TWO
  const steps = recipe.length === 1 ? STEPS_OF_ONE : ofTwo
  return steps.flatMap((step) => {
    const moved = recipe.map(({ dye, ratioIndex }, at) => ({
      dye,
      ratioIndex: ratioIndex + step[at]!,
    }))
    const isWithin = moved.every(
      ({ dye, ratioIndex }) => ratioIndex >= 0 && ratioIndex < dyes[dye]!.ratios.length,
    )
    return isWithin ? [moved as unknown as Recipe] : []
  })
}

const STEPS_OF_ONE = [[-1], [1]]
const squared = (steps: readonly number[]) =>
  steps.flatMap((one) => steps.map((other) => [one, other]))
const STEPS_OF_TWO = squared([-1, 0, 1])
const WIDE_STEPS_OF_TWO = squared([-4, -2, -1, 0, 1, 2, 4])
