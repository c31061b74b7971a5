import { checkedLab, deltaE2000, deltaE2000From } from '../colour/screen-colour'
import { InputError } from '../input-error'
import { notNegative, positive } from '../checks'
import type { MatchKnowledge, Recipe, WantedColour } from './chance'
import { byNearness, closeLook, type CloseLook, type MatchWay } from './close-look'
import { first } from '../present'
import { screenPairs } from './screen-pairs'

export interface MatchQuestion extends MatchKnowledge {
  wanted: WantedColour
  /** Whether a piece can have two of the dyes, by their places; by default none. */
  areAllowed?: (first: number, second: number) => boolean
}

export interface MatchAnswer {
  /** Best first. */
  ways: MatchWay[]
  /** The trial that would tell most, where strengths are what is least known; null: none would. */
  trial: { dye: number; ratioDry: number; from: number; to: number } | null
}

/**
 * The best of many looks better than it is: spreads of what is chosen are taken so much wider than
 * those of a recipe as it comes. Settled on simulated logs (npm run bench -- match).
 */
const CHOSEN = 1.15

/** Ways told. */
const MOST_WAYS = 24
/** Of all dyes and pairs, so many are looked at closely. */
const MOST_SINGLES = 60
const MOST_SCREENED = 1500
const MOST_PAIRS = 28
/** And of these, so many are followed in wider steps, too. */
const MOST_WIDE = 14
/** Two pots are more work than one: they must be so much likelier to come near. */
const WORTH_TWO_POTS = 0.05
/** Orders of two dyes that come out nearer than that to each other are one. */
const SAME_DE = 0.75
/** Less than this is no reason for a trial. */
const LEAST_TOLD = 0.1

/**
 * The ways to come near a wanted colour, likeliest first: every dye alone and every allowed pair of
 * dyes in turn, at any of their ratios. Done step by step, so that it can be told how far it is, and
 * given up between two steps.
 *
 * All pairs are looked at roughly; the nearest are then followed along their ratios, and what is left
 * is dyed in thought, with all that is not known.
 *
 * @yields how far it is, 0 to 1
 * @throws InputError for a colour out of range
 */
export function* matchSteps(question: MatchQuestion): Generator<number, MatchAnswer> {
  const { dyes, areAllowed } = question
  const wanted = checkedWanted(question.wanted)
  const misses = deltaE2000From(wanted.lab)
  const look = closeLook(chosenFrom(question), wanted, misses)
  const nearest = dyes
    .map((dye, i) => look.nearestMiddle([{ dye: i, ratioIndex: dye.ratios.length - 1 }]))
    .sort((a, b) => a.miss - b.miss)
  const singles = nearest.slice(0, MOST_SINGLES).map(({ recipe }) => look.best(recipe))
  yield 0.1
  const ways: MatchWay[] = [...singles]
  if (areAllowed) {
    const screened = yield* scaled(
      screenPairs(dyes, wanted.lab, bothFirstBaths(dyes, areAllowed), MOST_SCREENED),
      0.1,
      0.7,
    )
    const pairs = screened
      .flatMap(({ baths: [one, other] }) => [
        look.nearestMiddle([one, other]),
        look.nearestMiddle([other, one]),
      ])
      .sort((a, b) => a.miss - b.miss)
      .slice(0, 2 * MOST_PAIRS)
    yield 0.75
    const made: (MatchWay & { recipe: Recipe })[] = []
    for (const [i, { recipe }] of pairs.entries()) {
      made.push(look.best(recipe))
      yield 0.75 + (0.2 * (i + 1)) / pairs.length
    }
    made.sort(byNearness)
    for (const [i, { recipe }] of made.slice(0, MOST_WIDE).entries()) {
      made[i] = look.best(recipe, true)
      yield 0.95 + (0.04 * i) / MOST_WIDE
    }
    ways.push(...worthTwoPots(made, (dye) => look.alone(dye).probability))
  }
  return {
    ways: ways.sort(byNearness).slice(0, MOST_WAYS),
    trial: trialOf(singles, look, question),
  }
}

/** What is known of recipes that are chosen for what they promise. */
export const chosenFrom = <Question extends MatchKnowledge>(question: Question): Question => ({
  ...question,
  spreadFactor: CHOSEN * question.spreadFactor,
})

/** All steps at once, for short lists and for tests. */
export function match(question: MatchQuestion): MatchAnswer {
  const steps = matchSteps(question)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** What is left of a first bath, and what was turned after its dye, is not followed by another dye. */
const bothFirstBaths =
  (dyes: MatchKnowledge['dyes'], areAllowed: NonNullable<MatchQuestion['areAllowed']>) =>
  (first: number, second: number) =>
    [first, second].every((at) => dyes[at]!.bath === 1 && !dyes[at]!.shift) &&
    areAllowed(first, second)

/** Pairs that are likelier than either dye alone; two orders that come out alike are one. */
export function worthTwoPots(
  ways: readonly MatchWay[],
  aloneProbability: (dye: number) => number,
): MatchWay[] {
  const kept: MatchWay[] = []
  const keyOf = ({ baths }: MatchWay) => baths.map(({ dye }) => dye).join('>')
  const byOrder = new Map<string, MatchWay>()
  for (const way of [...ways].sort(byNearness)) {
    const [one, two] = way.baths as [MatchWay['baths'][number], MatchWay['baths'][number]]
    const isWorth =
      way.probability >=
      WORTH_TWO_POTS + Math.max(aloneProbability(one.dye), aloneProbability(two.dye))
    const turned = byOrder.get(`${two.dye}>${one.dye}`)
    const isKnown = byOrder.has(keyOf(way))
    if (!isWorth || isKnown || (turned && deltaE2000(turned.lab, way.lab) < SAME_DE)) continue
    byOrder.set(keyOf(way), way)
    kept.push(way)
  }
  return kept
}

/** The dye alone whose chances would rise most if its strength were known. */
function trialOf(
  singles: readonly (MatchWay & { recipe: Recipe })[],
  look: CloseLook,
  { dyes, wanted }: MatchQuestion,
): MatchAnswer['trial'] {
  // what an earlier bath left, or was turned after the dye, is no trial of the dye
  const plain = singles.filter(({ baths }) => {
    const { bath, shift } = dyes[first(baths).dye]!
    return bath === 1 && !shift
  })
  const gains = plain.map(({ recipe, baths, lab, probability }) => ({
    ...first(baths),
    from: probability,
    to: look.colours.probabilityIfKnown(lab, recipe, wanted, look.misses),
  }))
  const best = gains.sort((a, b) => b.to - b.from - (a.to - a.from))[0]
  return best && best.to - best.from >= LEAST_TOLD ? best : null
}

function* scaled<T>(steps: Generator<number, T>, from: number, to: number): Generator<number, T> {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
    yield from + (to - from) * step.value
  }
}

function checkedWanted(wanted: WantedColour): WantedColour {
  checkedLab(wanted.lab, '/wanted/lab')
  notNegative(wanted.errorDe, '/wanted/errorDe')
  positive(wanted.within, '/wanted/within')
  if (wanted.within > 50) {
    throw new InputError(`within must be at most 50; got ${wanted.within}`, '/wanted/within')
  }
  return wanted
}
