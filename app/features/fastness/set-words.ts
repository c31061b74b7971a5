import { formatCount } from '~~/core/quantity/format-count'
import type { TestSet } from '~~/shared/views/fastness/fastness'
import { DROP_WORDS } from '~~/shared/words/fastness/half-life-words'
import { formatTemperature } from '~/format/quantities'
import { shortDate } from '~/format/dates'
import { facingWords } from './choices'

/** `6 strips, kitchen window`, `2 washed`, `A drop of vinegar`. */
export function setTitle({
  kind,
  place,
  tests,
}: Pick<TestSet, 'kind' | 'place' | 'tests'>): string {
  if (tests[0]?.isOfReadings)
    return `Readings after light, ${formatCount(tests.length, 'swatch', 'swatches')}`
  const own = tests.filter(({ test }) => test.blueWool === null).length
  const what =
    kind === 'light'
      ? formatCount(own, 'strip')
      : kind === 'wash'
        ? `${own} washed`
        : kind === 'rub'
          ? `${own} rubbed`
          : `A drop of ${DROP_WORDS[tests[0]?.test.drop?.agent ?? 'other']}`
  return place ? `${what}, ${place}` : what
}

/** What else of it is known, and what is not. */
export function setFacts({ kind, begunOn, endedOn, lookOn, tests }: TestSet): string {
  const [first] = tests
  if (!first) return ''
  if (first.isOfReadings) return 'told with their readings, and put right there'
  const { light, wash, drop } = first.test
  const wools = tests.flatMap(({ test }) => test.blueWool ?? [])
  return [
    kind === 'light' && facingWords(light?.facing ?? null),
    kind === 'wash' &&
      [
        wash?.tempC ? formatTemperature(wash.tempC) : 'heat not known',
        wash?.soap || 'soap not known',
      ].join(', '),
    drop?.words,
    begunOn ? `begun ${shortDate(begunOn)}` : 'begun some day',
    endedOn ? `ended ${shortDate(endedOn)}` : lookOn ? `look again ${shortDate(lookOn)}` : '',
    wools.length > 0 && `blue wool ${wools.join(', ')} beside`,
  ]
    .filter(Boolean)
    .join(' · ')
}
