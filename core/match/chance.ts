import { quantile } from '../strength/posterior/draws'
import { kOverSOf } from '../colour/kubelka-munk'
import type { deltaE2000From } from '../colour/screen-colour'
import type { Lab } from '../colour/tristimulus'
import type { Interval } from '../strength/posterior/posterior'
import { present } from '../present'
import { MEAN_PER_SD } from '../strength/reading-error'
import { middleStrength, strengthAtScore, type MatchDye } from './dye'
import { hueShown, ofAxes, summed, triangleOf, type Covariance, type PerAxis } from './hue-spread'
import { labOfKOverS, mixedKOverS } from './mixing'
import { shifted, shiftedHue } from './shift'
import type { OverdyeUptake } from './overdye-uptake'
import { THOUGHT, THOUGHT_PIECES } from './spread-points'

/** One bath: a dye, and which of its ratios. */
export interface Bath {
  dye: number
  ratioIndex: number
}

/** One bath, or two in turn. */
export type Recipe = readonly [Bath] | readonly [first: Bath, second: Bath]

/** What a recipe is to give. */
export interface Foretold {
  /** In the middle of everything that is not known. */
  lab: Lab
  kOverS: Float64Array
}

/** How near a recipe comes. */
export interface Nearness {
  /** Probability that the next piece lies within the difference that is accepted. */
  probability: number
  /** CIEDE2000 from what is wanted, with the interval that holds it nine times in ten. */
  difference: Interval
}

/** All that recipes are foretold from. */
export interface MatchKnowledge {
  dyes: readonly MatchDye[]
  /** How the hue of each dye turns from lot to lot at full depth. */
  hues: readonly Covariance[]
  uptake: OverdyeUptake
  /** What the spread of a recipe's colours is multiplied by: as the log's own record has it. */
  spreadFactor: number
}

export interface WantedColour {
  lab: Lab
  /** CIEDE2000 by which it may be misread itself; 0: it is exactly that. */
  errorDe: number
  /** CIEDE2000 that is accepted. */
  within: number
}

/** Chroma at which an error of hue is told as a distance: of plant colours in the middle, from memory. */
const USUAL_CHROMA = 30

/** A dye with flat arrays, to be written over. */
interface Layer {
  unit: Float64Array
  strength: number
}

/**
 * Pieces come very near somewhat oftener than their spread says: hues turn along fewer ways than three.
 * Settled on simulated logs, where one in ten came nearer than the twentieth part.
 */
const LOW = 0.03

/** Foretells recipes and holds them against a wanted colour; nothing is made anew for each piece. */
export function foreteller({ dyes, hues, uptake, spreadFactor }: MatchKnowledge) {
  const bareKs = dyes.map(({ bare }) => Float64Array.from(kOverSOf(bare)))
  const units = dyes.map(({ unit }) => Float64Array.from(unit))
  const into = new Float64Array(bareKs[0]?.length ?? 0)
  // written over for every piece: a search asks for millions
  const layers = [0, 1].map(() => ({ unit: into, strength: 0 })) as [Layer, Layer]

  /** K/S of a piece: the first dye dimmed by the second bath, the second one by the first. */
  function piece(
    recipe: Recipe,
    strengths: readonly [number, number],
    overdye: readonly [number, number],
  ): Float64Array {
    const [first, second] = recipe
    const [one, other] = layers
    one.unit = units[first.dye]!
    one.strength = strengths[0]
    if (!second) return mixedKOverS(bareKs[first.dye]!, one, null, into)
    one.strength *= Math.exp(uptake.stays.mean + uptake.stays.sd * overdye[0])
    other.unit = units[second.dye]!
    other.strength = strengths[1] * Math.exp(uptake.takes.mean + uptake.takes.sd * overdye[1])
    return mixedKOverS(bareKs[first.dye]!, one, other, into)
  }

  const model = ofAxes(uptake.modelSd)

  const middleOf = ({ dye, ratioIndex }: Bath) => middleStrength(dyes[dye]!, ratioIndex)

  function middle(recipe: Recipe): Float64Array {
    const [first, second] = recipe
    return piece(recipe, [middleOf(first), second ? middleOf(second) : 0], [0, 0])
  }

  /** The colour of a piece, with what is stirred in after its dye. */
  function labOf(recipe: Recipe, kOverS: Float64Array): Lab {
    const lab = labOfKOverS(kOverS)
    const { shift } = dyes[recipe[0].dye]!
    return shift ? shifted(lab, shift) : lab
  }

  const foretold = (recipe: Recipe): Foretold => {
    const kOverS = Float64Array.from(middle(recipe))
    return { lab: labOf(recipe, kOverS), kOverS }
  }

  function hueOf(dye: number): Covariance {
    const { shift } = dyes[dye]!
    return shift ? shiftedHue(hues[dye]!, shift, USUAL_CHROMA) : hues[dye]!
  }

  /** How all that turns hues lies about the middle of a recipe, as a triangle (Cholesky). */
  function hueTriangle(recipe: Recipe, errorDe: number): readonly number[] {
    const wanted = errorDe / MEAN_PER_SD
    const shown = recipe.map((bath) => hueShown(middleOf(bath)))
    return triangleOf(
      summed([
        { covariance: ofAxes([wanted, wanted, wanted]), times: 1 },
        ...recipe.map(({ dye }, at) => ({ covariance: hueOf(dye), times: shown[at]! ** 2 })),
        ...(recipe.length === 2 ? [{ covariance: model, times: Math.min(...shown) ** 2 }] : []),
      ]),
    )
  }

  /** Colours of all the pieces that are dyed in thought, one after another. */
  function eachPiece(recipe: Recipe, errorDe: number, visit: (lab: Lab, k: number) => void): void {
    const [first, second] = recipe
    const ofFirst = dyes[first.dye]!.pieces[first.ratioIndex]!
    const ofSecond = second ? dyes[second.dye]!.pieces[second.ratioIndex]! : null
    const turn = hueTriangle(recipe, errorDe)
    const centre = labOf(recipe, middle(recipe))
    const strengths: [number, number] = [0, 0]
    THOUGHT.forEach(({ strengths: scores, hue, overdye }, k) => {
      strengths[0] = strengthAtScore(ofFirst, scores[0])
      if (ofSecond) strengths[1] = strengthAtScore(ofSecond, scores[1])
      const lab = labOf(recipe, piece(recipe, strengths, overdye))
      turnHue(lab, turn, hue)
      lab.l = centre.l + spreadFactor * (lab.l - centre.l)
      lab.a = centre.a + spreadFactor * (lab.a - centre.a)
      lab.b = centre.b + spreadFactor * (lab.b - centre.b)
      visit(lab, k)
    })
  }

  return {
    foretold,
    middleLab: (recipe: Recipe) => labOf(recipe, middle(recipe)),
    eachPiece,

    /** How near it would come if the strengths of its dyes were known, and only hues turned. */
    probabilityIfKnown(
      lab: Lab,
      recipe: Recipe,
      { errorDe, within }: WantedColour,
      misses: Misses,
    ) {
      const turn = hueTriangle(recipe, errorDe)
      const near = THOUGHT.filter(({ hue }) => {
        const piece = { ...lab }
        turnHue(piece, turn, hue)
        return misses(piece) <= within
      })
      return near.length / THOUGHT.length
    },

    /** @param misses CIEDE2000 from the wanted colour */
    nearness(recipe: Recipe, { errorDe, within }: WantedColour, misses: Misses): Nearness {
      const all = new Float64Array(THOUGHT_PIECES)
      eachPiece(recipe, errorDe, (lab, k) => (all[k] = misses(lab)))
      all.sort()
      let near = 0
      while (near < all.length && present(all[near]) <= within) near++
      return {
        probability: near / all.length,
        difference: {
          mid: quantile(all, 0.5),
          low: quantile(all, LOW),
          high: quantile(all, 0.95),
        },
      }
    },
  }
}

/** Turns a colour by standard normals, as far as hues turn. */
function turnHue(lab: Lab, turn: readonly number[], [x, y, z]: PerAxis): void {
  lab.l += turn[0]! * x
  lab.a += turn[1]! * x + turn[2]! * y
  lab.b += turn[3]! * x + turn[4]! * y + turn[5]! * z
}

/** CIEDE2000 of a colour from the one that is wanted. */
export type Misses = ReturnType<typeof deltaE2000From>
