import { hexOfLab } from '../../../core/colour/screen-colour'
import { lightStep, type SameLight } from '../../../core/fastness/blue-wool'
import { fadedColour } from '../../../core/fastness/faded-colour'
import type { FadingQuestion } from '../../../core/fastness/answer'
import type { Left } from '../../../core/fastness/half-life'
import { usualFading } from '../../../core/fastness/usual'
import { first } from '../../../core/present'
import { spectrumSeen } from '../../../core/strength/swatch-strength'
import {
  colourBefore,
  stageOfLook,
  stripOfTest,
  type TestedPiece,
} from '../../../shared/rules/fastness/strip-of-test'
import type { FastnessTest } from '../../../shared/schemas/fastness/fastness-test'
import type { AfterView, TestView } from '../../../shared/views/fastness/fastness'
import { giveWay } from '../../database/give-way'
import type { FadingAsker } from './ask-fading'
import { lookView } from './look-views'
import type { Scenario, Scenarios } from './scenarios'
import type { TestedSwatch } from './tested-swatches'

interface Around {
  latitude: number
  scenarios: Scenarios
  ask: FadingAsker
}

/** What a tested swatch is held against. */
export const testedPiece = (
  test: Pick<FastnessTest, 'before'>,
  { swatch, bare }: TestedSwatch,
): TestedPiece => ({ before: colourBefore(test, swatch.readings), bare })

/** Tests with what their looks come to, in their order; those of one set know each other. */
export async function testViews(
  tests: readonly FastnessTest[],
  swatches: ReadonlyMap<string, TestedSwatch>,
  { latitude, scenarios, ask }: Around,
): Promise<TestView[]> {
  const known = tests.map((test) => (test.swatchId ? (swatches.get(test.swatchId) ?? null) : null))
  const asked: { i: number; question: FadingQuestion }[] = []
  for (const [i, test] of tests.entries()) {
    await giveWay()
    const tested = known[i]
    if (!tested || (test.kind !== 'light' && test.kind !== 'wash')) continue
    const strip = stripOfTest(test, testedPiece(test, tested), latitude)
    if (strip.stages.length === 0) continue
    const question = {
      strips: [strip],
      prior: usualFading(test.kind, tested.typical),
      isOfNext: false,
      doses: scenarios[test.kind].map(({ dose, logSd }) => ({ dose, logSd })),
    }
    asked.push({ i, question })
  }
  const answers = await ask.ask(asked.map(({ question }) => question))
  const toView = (test: FastnessTest, i: number): TestView => {
    const tested = known[i] ?? null
    const piece = tested && testedPiece(test, tested)
    const at = asked.findIndex((each) => each.i === i)
    const answer = at < 0 ? null : answers[at]!
    // what readings come to goes by the id of its swatch
    const isOfReadings = test.id === test.swatchId
    return {
      test,
      isOfReadings,
      code: tested?.swatch.code ?? '',
      name: tested?.name ?? `blue wool ${test.blueWool}`,
      sourceId: tested?.sources.length === 1 ? first(tested.sources).id : null,
      fibre: tested?.fibre ?? null,
      hex: piece?.before?.hex ?? test.before?.hex ?? null,
      looks: test.looks.map((look) => lookView(test, look, piece, latitude)),
      halfLife: answer?.halfLife ?? null,
      lightStep: tested && test.kind === 'light' ? stepOf(test, tested, tests, latitude) : null,
      after:
        answer && piece && (test.kind === 'light' || test.kind === 'wash')
          ? answer.left.map((left, n) =>
              afterView(test, piece, scenarios[test.kind as 'light' | 'wash'][n]!, left, latitude),
            )
          : [],
    }
  }
  const views: TestView[] = []
  for (const [i, test] of tests.entries()) {
    await giveWay()
    views.push(toView(test, i))
  }
  return views
}

function afterView(
  test: FastnessTest,
  piece: TestedPiece,
  { words }: Scenario,
  left: Left,
  latitude: number,
): AfterView {
  if (!piece.before) return { words, left, colour: null }
  const looks = test.looks.flatMap((look) => {
    const stage = stageOfLook(test, look, piece, latitude)
    return stage && look.open ? [{ open: spectrumSeen(look.open), left: stage.left }] : []
  })
  const most = looks.reduce<(typeof looks)[number] | null>(
    (worst, look) => (!worst || look.left < worst.left ? look : worst),
    null,
  )
  const made = fadedColour(
    { before: spectrumSeen(piece.before), bare: spectrumSeen(piece.bare), look: most },
    left,
  )
  return {
    words,
    left,
    colour: {
      lab: made.lab,
      hex: hexOfLab(made.lab),
      strongestHex: hexOfLab(made.strongest),
      weakestHex: hexOfLab(made.weakest),
      change: made.change,
      spread: made.spread,
    },
  }
}

/** Its step by the references of its own set, at looks of the same day. */
function stepOf(
  test: FastnessTest,
  tested: TestedSwatch,
  all: readonly FastnessTest[],
  latitude: number,
) {
  const references = all.filter(
    ({ blueWool, setKey }) => blueWool !== null && setKey !== null && setKey === test.setKey,
  )
  const piece = testedPiece(test, tested)
  const pairs = test.looks.flatMap((look): SameLight[] => {
    const own = lookView(test, look, piece, latitude).change
    if (!own || look.on === null) return []
    return references.flatMap((reference) => {
      const same = reference.looks.find(({ on }) => on === look.on)
      const change = same && lookView(reference, same, null, latitude).change
      return change
        ? [{ step: reference.blueWool!, ofPiece: own.de2000, ofReference: change.de2000 }]
        : []
    })
  })
  return lightStep(pairs)
}
