import { group } from 'd3-array'
import type { Knex } from 'knex'
import { testOfReadings } from '../../../shared/rules/fastness/strip-of-test'
import type { FastnessTestQuery } from '../../../shared/schemas/fastness/fastness-test'
import type { Settings } from '../../../shared/schemas/log/settings'
import type {
  FastnessView,
  SourcesFastness,
  TestSet,
  TestView,
} from '../../../shared/views/fastness/fastness'
import { ofCollections, sinceLastChange } from '../../database/since-last-change'
import { litSwatchIds } from '../../repositories/waiting'
import type { RunTask } from '../../workers/task-pool'
import { everyPage } from '../log/every-page'
import { readSettings } from '../log/settings'
import { fadingAsker } from './ask-fading'
import { fastnessTestKind } from './fastness-tests'
import { usualScenarios } from './scenarios'
import { knownTests, sourcesFastness } from './source-fastness'
import { testViews } from './test-views'
import { testedSwatches, type TestedSwatch } from './tested-swatches'

const dependsOn = ofCollections('fastnessTests', 'swatches', 'pots', 'pieces', 'lots', 'sources')

/** All tests with what they come to, by the light of one latitude. */
interface Reckoned {
  views: TestView[]
  swatches: ReadonlyMap<string, TestedSwatch>
}

/** Tests of how colours hold, and what they say of swatches and sources. */
export const fastnessService = (db: Knex, run: RunTask) => {
  const ask = fadingAsker(run)
  const reckoned = sinceLastChange(
    db,
    async (latitude: number): Promise<Reckoned> => {
      const { tests, swatches } = await allTests(db)
      const scenarios = usualScenarios(latitude)
      return { views: await testViews(tests, swatches, { latitude, scenarios, ask }), swatches }
    },
    dependsOn,
  )
  const bySource = sinceLastChange(
    db,
    async (latitude: number): Promise<SourcesFastness> => {
      const { views, swatches } = await reckoned(latitude)
      return { items: await sourcesFastness(knownTests(views, swatches, latitude), ask) }
    },
    dependsOn,
  )
  const latitude = async () => latitudeOf(await readSettings(db))

  return {
    /** @param today local date */
    async view(today: string): Promise<FastnessView> {
      const { views } = await reckoned(await latitude())
      return { sets: setsOf(views, today) }
    },

    async ofSwatch(swatchId: string, today: string): Promise<FastnessView> {
      const { views } = await reckoned(await latitude())
      const own = views.filter(({ test }) => test.swatchId === swatchId)
      return { sets: setsOf(own, today) }
    },

    /** What is measured of every source that was tested. */
    sources: async (): Promise<SourcesFastness> => bySource(await latitude()),
  }
}

/** As the sun has it: a log of the south may tell its latitude without a sign. */
const latitudeOf = ({ latitude, hemisphere }: Settings) =>
  hemisphere === 'southern' ? -Math.abs(latitude) : latitude

/** Tests as they were set, and those that readings after light come to, with their swatches. */
async function allTests(db: Knex) {
  const set = await everyPage((query: FastnessTestQuery) => fastnessTestKind.page(db, query), {
    aside: false,
  })
  const lit = new Set(await litSwatchIds(db))
  const ids = set.flatMap(({ swatchId }) => swatchId ?? [])
  const swatches = await testedSwatches(db, [...ids, ...lit])
  const ofReadings = [...swatches.values()].flatMap(({ swatch }) => testOfReadings(swatch) ?? [])
  // of a swatch that was set aside nothing counts
  const standing = set.filter(({ swatchId }) => swatchId === null || swatches.has(swatchId))
  return { tests: [...standing, ...ofReadings], swatches }
}

/** Key of what readings of swatches tell of the light. */
const OF_READINGS = 'readings'

function setsOf(views: readonly TestView[], today: string): TestSet[] {
  // readings after light hung nowhere together: they stand as one list
  const groups = group(views, ({ test, isOfReadings }) =>
    isOfReadings ? OF_READINGS : (test.setKey ?? test.id),
  )
  return [...groups]
    .map(([key, some]): TestSet => {
      // as they were laid out: ids grow with time
      const tests = some.toSorted((a, b) => (a.test.id < b.test.id ? -1 : 1))
      const begun = tests.flatMap(({ test }) => test.begunOn ?? [])
      const ended = tests.flatMap(({ test }) => test.endedOn ?? [])
      const looks = tests.flatMap(({ test }) => (test.endedOn ? [] : (test.lookOn ?? [])))
      const lookOn = looks.sort()[0] ?? null
      const { kind, place } = tests[0]!.test
      return {
        key,
        kind,
        place,
        begunOn: begun.sort()[0] ?? null,
        endedOn: ended.length === tests.length ? ended.sort().at(-1)! : null,
        lookOn,
        isDue: lookOn !== null && lookOn <= today,
        tests,
      }
    })
    .sort(
      (a, b) =>
        Number(a.key === OF_READINGS) - Number(b.key === OF_READINGS) ||
        Number(a.endedOn !== null) - Number(b.endedOn !== null) ||
        (b.begunOn ?? '').localeCompare(a.begunOn ?? ''),
    )
}
