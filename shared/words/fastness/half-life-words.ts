import type { HalfLife } from '../../../core/fastness/half-life'
import { formatCount } from '../../../core/quantity/format-count'
import { FIBRES, type Fibre } from '../../../catalogue/fibres'
import type {
  FastnessComparison,
  FastnessGroup,
  MeasuredDrop,
  MeasuredFading,
} from '../../views/fastness/fastness'
import type { Drop } from '../../schemas/fastness/fastness-test'

/** What is not known better than to a tenth is told in two digits. */
const two = (value: number) => String(Number(value.toPrecision(2)))

type Unit = MeasuredFading['unit']
const UNITS: Record<Unit, string> = { h: 'h of window sun', washes: 'washes' }

/** `half gone in 90 to 160 h of window sun`; empty: the looks tell nothing of it. */
export function halfLifeWords(told: HalfLife, unit: Unit): string {
  switch (told.kind) {
    case 'between':
      return `half gone in ${two(told.low)} to ${two(told.high)} ${UNITS[unit]}`
    case 'atLeast':
      return `half still there at ${two(told.low)} ${UNITS[unit]} or more`
    case 'atMost':
      return `half gone by ${two(told.high)} ${UNITS[unit]}`
    case 'untold':
      return ''
  }
}

/** `90-160 h`, `over 400 h`: for a narrow column. */
export function halfLifeShort(told: HalfLife, unit: Unit): string {
  switch (told.kind) {
    case 'between':
      return `${two(told.low)}–${two(told.high)} ${unit}`
    case 'atLeast':
      return `over ${two(told.low)} ${unit}`
    case 'atMost':
      return `under ${two(told.high)} ${unit}`
    case 'untold':
      return ''
  }
}

/**
 * A summer behind a window that looks to the sun, in hours of window sun, as it is in the middle
 * latitudes: what lasts through it lasts for years in a room. From memory.
 */
const SUMMER_H = 300
/** What is half gone by then is gone in weeks. From memory. */
const WEEKS_H = 100
/** A thing that is washed is washed so often; from memory. */
const LASTING_WASHES = 30

/** How a colour holds in the light, as far as both ends of what is known allow to say it. */
export type LightVerdict = 'holds' | 'fades' | 'fleeting' | 'unsure'

export function lightVerdict({ halfLife }: MeasuredFading): LightVerdict {
  const low = halfLife.kind === 'between' || halfLife.kind === 'atLeast' ? halfLife.low : 0
  const high = halfLife.kind === 'between' || halfLife.kind === 'atMost' ? halfLife.high : Infinity
  if (low >= SUMMER_H) return 'holds'
  if (high <= WEEKS_H) return 'fleeting'
  return high <= SUMMER_H ? 'fades' : 'unsure'
}

const LIGHT_ADVICE: Record<LightVerdict, string> = {
  holds: 'It holds a summer in the window',
  fades: 'Hold it out of the sun; not for sale as lightfast',
  fleeting: 'Gone in weeks of sun; not for sale as lightfast',
  unsure: 'Not sure yet whether it holds a summer: look again, or hang another',
}

/** `4 strips, 11 looks`; of washed pieces `1 piece, 3 looks`. */
export const stripsWords = ({
  strips,
  looks,
  unit,
}: Omit<MeasuredFading, 'halfLife' | 'steps'>): string =>
  `${formatCount(strips, unit === 'h' ? 'strip' : 'piece')}, ${formatCount(looks, 'look')}`

/** A verdict with its reason: `Hold it out of the sun; not for sale as lightfast: 4 strips, half gone in ..`. */
export function lightSentence(light: MeasuredFading): string {
  const advice = LIGHT_ADVICE[lightVerdict(light)]
  const half = halfLifeWords(light.halfLife, light.unit)
  const [low, high] = light.steps ?? []
  const step = low === undefined ? '' : `; blue wool ${low === high ? low : `${low} to ${high}`}`
  return `${advice}: ${stripsWords(light)}${half && `, ${half}`}${step}.`
}

export function washSentence(wash: MeasuredFading): string {
  const half = halfLifeWords(wash.halfLife, wash.unit)
  const { halfLife } = wash
  const isLasting =
    (halfLife.kind === 'between' || halfLife.kind === 'atLeast') && halfLife.low >= LASTING_WASHES
  const advice = isLasting
    ? 'It bears washing'
    : halfLife.kind === 'between' || halfLife.kind === 'atMost'
      ? 'Washing takes it: by hand, cool and seldom'
      : 'Not sure yet how it bears washing'
  return `${advice}: ${stripsWords(wash)}${half && `, ${half}`}.`
}

export const DROP_WORDS: Record<Drop, string> = {
  vinegar: 'vinegar',
  lemon: 'lemon juice',
  soda: 'soda',
  soap: 'soap',
  sweat: 'sweat',
  rain: 'rain',
  other: 'something else',
}

/** `Vinegar turns it, and it comes back when rinsed (2 tests).` */
export function dropSentence({ agent, tests, moved, cameBack, notRinsed }: MeasuredDrop): string {
  const of = formatCount(tests, 'test')
  const what = DROP_WORDS[agent]
  const name = what[0]!.toUpperCase() + what.slice(1)
  if (moved === 0) return `${name} does not move it (${of}).`
  const often = moved < tests ? `${name} turned it in ${moved} of ${of}` : `${name} turns it`
  const back =
    cameBack === moved
      ? ', and it comes back when rinsed'
      : cameBack > 0
        ? `, and it came back in ${cameBack} of ${moved - notRinsed} rinsed`
        : notRinsed === moved
          ? '; whether it comes back nobody looked'
          : ', and it stays'
  return `${often}${back}${moved < tests ? '' : ` (${of})`}.`
}

/** A stain of less than that is hardly seen. */
const CLEAN_STEPS = ['5', '4-5', '4']

export function rubSentence({ rub }: Pick<FastnessGroup, 'rub'>): string {
  if (!rub) return ''
  const told = (['dry', 'damp'] as const).flatMap((state) =>
    rub[state] ? [`${state} step ${rub[state]}`] : [],
  )
  if (told.length === 0) return ''
  const isClean = [rub.dry, rub.damp].every((step) => step === null || CLEAN_STEPS.includes(step))
  return `${isClean ? 'It does not rub off to be seen' : 'It rubs off'}: ${told.join(', ')} on white cotton (${formatCount(rub.tests, 'test')}).`
}

/** Everything that tests say, sentence by sentence. */
export const fastnessSentences = (group: FastnessGroup): string[] =>
  [
    group.light ? lightSentence(group.light) : '',
    group.wash ? washSentence(group.wash) : '',
    group.stain && !CLEAN_STEPS.includes(group.stain)
      ? `It stains white washed with it, step ${group.stain}.`
      : '',
    rubSentence(group),
    ...group.drops.map(dropSentence),
  ].filter(Boolean)

const BY_WORDS: Record<FastnessComparison['by'], (key: string) => string> = {
  mordant: (key) => (key === 'none' ? 'without a mordant' : `with ${key}`),
  fibre: (key) => `on ${FIBRES[key as Fibre]?.label ?? key}`,
  lot: (key) => `of ${key}`,
}

/** `With Al Fe it lasts 1.3 to 3.4 times as long as with Al (3 pairs that hung together).` */
export function comparisonSentence({ by, one, other, times }: FastnessComparison): string {
  const of = `(${formatCount(times.pairs, 'pair')} that hung together)`
  const words = BY_WORDS[by]
  // told with the longer-lasting first
  const [longer, shorter, low, high] =
    times.mid >= 1
      ? [one, other, times.low, times.high]
      : [other, one, 1 / times.high, 1 / times.low]
  const [first, second] = [words(longer), words(shorter)]
  const name = first[0]!.toUpperCase() + first.slice(1)
  return low > 1
    ? `${name} it lasts ${two(low)} to ${two(high)} times as long as ${second} ${of}.`
    : `${name} or ${second}: no difference is sure yet ${of}.`
}
