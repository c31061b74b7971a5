import { group } from 'd3-array'
import { PARTS } from '../../../catalogue/parts'
import { GREY_STEPS, type GreyStep } from '../../../core/colour/grey-scale'
import type { FadingStrip } from '../../../core/fastness/fading'
import { first } from '../../../core/present'
import { usualFading } from '../../../core/fastness/usual'
import { stripOfTest } from '../../../shared/rules/fastness/strip-of-test'
import type { FastnessTest } from '../../../shared/schemas/fastness/fastness-test'
import type {
  FastnessComparison,
  FastnessGroup,
  MeasuredDrop,
  MeasuredFading,
  MeasuredRub,
  SourceFastness,
  TestView,
} from '../../../shared/views/fastness/fastness'
import type { FadingAsker } from './ask-fading'
import { testedPiece } from './test-views'
import type { TestedSwatch } from './tested-swatches'

/** A test with its piece and what its looks come to. */
export interface KnownTest {
  view: TestView
  tested: TestedSwatch
  strip: FadingStrip
}

/** Tests of pieces of one source alone: what a mix did says nothing of either. */
export const knownTests = (
  views: readonly TestView[],
  swatches: ReadonlyMap<string, TestedSwatch>,
  latitude: number,
): KnownTest[] =>
  views.flatMap((view) => {
    const tested = view.test.swatchId ? swatches.get(view.test.swatchId) : undefined
    if (tested?.sources.length !== 1) return []
    const strip = stripOfTest(view.test, testedPiece(view.test, tested), latitude)
    return [{ view, tested, strip }]
  })

/** What all tests say of each source that has any. */
export async function sourcesFastness(
  tests: readonly KnownTest[],
  ask: FadingAsker,
): Promise<SourceFastness[]> {
  const bySource = group(tests, ({ tested }) => first(tested.sources).id)
  const made: SourceFastness[] = []
  for (const [sourceId, own] of bySource) {
    const groups = group(own, ({ tested }) => `${tested.fibreClass} ${tested.mordant}`)
    const parts: FastnessGroup[] = []
    for (const some of groups.values()) {
      const { fibreClass, mordant } = first(some).tested
      parts.push({ fibreClass, mordant, ...(await measured(some, ask)) })
    }
    const { commonName, part } = first(first(own).tested.sources)
    made.push({
      sourceId,
      sourceName: `${commonName} ${PARTS[part].label}`,
      all: { fibreClass: null, mordant: null, ...(await measured(own, ask)) },
      groups: parts,
      comparisons: await comparisons(own, ask),
    })
  }
  return made
}

async function measured(
  tests: readonly KnownTest[],
  ask: FadingAsker,
): Promise<Omit<FastnessGroup, 'fibreClass' | 'mordant'>> {
  const ofKind = (kind: FastnessTest['kind']) => tests.filter(({ view }) => view.test.kind === kind)
  return {
    light: await fadingOf('light', ofKind('light'), ask),
    wash: await fadingOf('wash', ofKind('wash'), ask),
    stain: worst(ofKind('wash').flatMap(({ view }) => view.looks.map(({ stain }) => stain?.step))),
    drops: dropsOf(ofKind('drop')),
    rub: rubOf(ofKind('rub')),
  }
}

async function fadingOf(
  kind: 'light' | 'wash',
  tests: readonly KnownTest[],
  ask: FadingAsker,
): Promise<MeasuredFading | null> {
  const telling = tests.filter(({ strip }) => strip.stages.length > 0)
  if (telling.length === 0) return null
  const [answer] = await ask.ask([
    {
      strips: telling.map(({ strip }) => strip),
      prior: usualFading(kind, first(telling).tested.typical),
      isOfNext: true,
      doses: [],
    },
  ])
  const steps = telling.flatMap(({ view }) => view.lightStep ?? [])
  return {
    strips: telling.length,
    looks: telling.reduce((sum, { strip }) => sum + strip.stages.length, 0),
    halfLife: answer!.halfLife,
    unit: kind === 'light' ? 'h' : 'washes',
    steps:
      steps.length > 0
        ? [
            steps.reduce((least, { low }) => (low < least ? low : least), steps[0]!.low),
            steps.reduce((most, { high }) => (high > most ? high : most), steps[0]!.high),
          ]
        : null,
  }
}

/** A change of less than that nobody sees; grey-scale step 4 lies there. */
const SEEN_DE = 1.7

function dropsOf(tests: readonly KnownTest[]): MeasuredDrop[] {
  const byAgent = group(tests, ({ view }) => view.test.drop?.agent ?? 'other')
  return [...byAgent].map(([agent, some]) => {
    const told = some.map(({ view }) => ({
      moved: seenChange(view, 'dried') ?? seenChange(view, null),
      rinsed: seenChange(view, 'rinsed'),
    }))
    const moved = told.filter((each) => each.moved === true)
    return {
      agent,
      tests: some.length,
      moved: moved.length,
      cameBack: moved.filter(({ rinsed }) => rinsed === false).length,
      notRinsed: moved.filter(({ rinsed }) => rinsed === null).length,
    }
  })
}

/** Whether the last look in a state saw a change; null: there was none. */
function seenChange({ test, looks }: TestView, state: 'dried' | 'rinsed' | null): boolean | null {
  const at = test.looks.findLastIndex((look) => look.state === state)
  const look = test.looks[at]
  if (!look) return null
  const change = looks[at]!.change
  if (change) return change.de2000 > SEEN_DE
  return look.seen === null ? null : look.seen !== 'same'
}

function rubOf(tests: readonly KnownTest[]): MeasuredRub | null {
  if (tests.length === 0) return null
  const inState = (state: 'dry' | 'damp') =>
    worst(
      tests.flatMap(({ view }) =>
        view.test.looks.flatMap((look, i) =>
          look.state === state ? [view.looks[i]!.stain?.step] : [],
        ),
      ),
    )
  return { tests: tests.length, dry: inState('dry'), damp: inState('damp') }
}

function worst(steps: readonly (GreyStep | undefined)[]): GreyStep | null {
  const at = Math.max(-1, ...steps.map((step) => (step ? GREY_STEPS.indexOf(step) : -1)))
  return GREY_STEPS[at] ?? null
}

/** What a piece is, by which it may last longer than another. */
const TRAITS = {
  mordant: ({ mordant }: TestedSwatch) => mordant,
  fibre: ({ fibre }: TestedSwatch) => fibre,
  lot: ({ lotCode }: TestedSwatch) => lotCode,
} as const
type Trait = keyof typeof TRAITS
const NAMES = ['mordant', 'fibre', 'lot'] as const satisfies readonly Trait[]

/** Of strips that hung together: each pair that differs in one thing, over all sets. */
async function comparisons(
  tests: readonly KnownTest[],
  ask: FadingAsker,
): Promise<FastnessComparison[]> {
  const light = tests.filter(
    ({ view, strip }) =>
      view.test.kind === 'light' && view.test.setKey !== null && strip.stages.length > 0,
  )
  const found = new Map<string, { by: Trait; one: string; other: string; pairs: KnownTest[][] }>()
  for (const set of group(light, ({ view }) => view.test.setKey).values()) {
    for (const [i, a] of set.entries()) {
      for (const b of set.slice(i + 1)) {
        const differing = NAMES.filter((name) => TRAITS[name](a.tested) !== TRAITS[name](b.tested))
        const [by] = differing
        if (!by || differing.length !== 1) continue
        const of = TRAITS[by]
        const [one, other] = String(of(a.tested)) < String(of(b.tested)) ? [a, b] : [b, a]
        const [first, second] = [of(one.tested), of(other.tested)]
        if (first === null || second === null) continue
        const key = `${by} ${first} ${second}`
        const entry = found.get(key) ?? { by, one: first, other: second, pairs: [] }
        entry.pairs.push([one, other])
        found.set(key, entry)
      }
    }
  }
  const told: FastnessComparison[] = []
  for (const { by, one, other, pairs } of found.values()) {
    const times = await ask.askPairs({
      pairs: pairs.map(([a, b]) => ({ one: a!.strip, other: b!.strip })),
      prior: usualFading('light', pairs[0]![0]!.tested.typical),
    })
    if (times) told.push({ by, one, other, times })
  }
  return told
}
