import type { Mordant } from '../../../catalogue/agents'
import type { Fibre, Form } from '../../../catalogue/fibres'
import type { Way } from '../../../catalogue/ways'
import { NUMBER_PATTERN, parseNumber } from '../../../core/quantity/parse-number'
import { parseQuantity } from '../../../core/quantity/parse-quantity'
import type { MeasureSystem } from '../../../core/quantity/units'
import type { RoughDay } from '../../schemas/swatch/card'
import {
  AFTER_WORDS,
  FIBRE_WORDS,
  FORM_WORDS,
  MORDANT_WORDS,
  NO_MORDANT_WORDS,
  STATE_WORDS,
  VERDICT_WORDS,
  WAY_WORDS,
} from './note-words'
import { findDay, type DayOrder } from './rough-day'

/** What a stretch of a note became. */
export type NoteKind =
  | 'day'
  | 'gathered'
  | 'ratio'
  | 'ph'
  | 'temperature'
  | 'duration'
  | 'water'
  | 'mordant'
  | 'plantMass'
  | 'fibreMass'
  | 'fibre'
  | 'form'
  | 'way'
  | 'state'
  | 'verdict'
  | 'place'
  | 'source'

/** A stretch of a note that was understood. */
interface NoteSpan {
  kind: NoteKind
  start: number
  end: number
}

/** What a note tells of something that was dyed; null: nothing of it. */
export interface NoteFacts {
  /** When it was dyed, and when gathered, where that is said. */
  day: RoughDay | null
  gathered: RoughDay | null
  plantG: number | null
  plantIsAbout: boolean
  fibreG: number | null
  fibreIsAbout: boolean
  ratio: number | null
  ph: number | null
  tempC: number | null
  minutes: number | null
  waterL: number | null
  /** null: nothing is said of any; empty: said to be none. */
  mordants: { agent: Mordant; percentWof: number | null }[] | null
  fibre: Fibre | null
  form: Form | null
  way: Way | null
  state: 'fresh' | 'dried' | 'frozen' | null
  verdict: 'again' | 'not' | null
  place: string
}

export interface NoteReading {
  facts: NoteFacts
  spans: NoteSpan[]
  /** Stretches that nothing was made of: among them the plant's name. */
  rest: { start: number; end: number; text: string }[]
}

export interface NoteContext extends DayOrder {
  system: MeasureSystem
}

const N = NUMBER_PATTERN
/** Said before a day, it is the day of gathering. */
const GATHERED = /\b(?:gathered|picked|foraged|collected|harvested|found)(?:\s+(?:in|on))?\s*$/i
const MASS = String.raw`(~|about |ca\.? |circa |approx\.? )?(${N})\s*(kg|g|gr|grams?|gms?|oz|ounces?|lbs?|pounds?)\b(?:\s+(${N})\s*(oz|ounces?)\b)?`
const VOLUME = String.raw`(${N})\s*(l|litres?|liters?|ml|gal|gallons?|qt|quarts?|pints?|cups?)\b(?:\s+(?:of\s+)?water)?`
const TEMPERATURE = String.raw`(?:at\s+)?(${N})\s*(?:°\s*|degrees?\s+)?(C|F|celsius|fahrenheit)\b`
const DURATION = String.raw`(?:for\s+)?(${N}|an?|half an)\s*(hours?|hrs?|h|minutes?|mins?|min)\b(?:\s*(\d{1,2})\s*(?:min(?:utes?)?)?\b)?`
const PLACE =
  /(?:\bat|\bfrom|@)\s+(?:the\s+)?((?:[A-Z][\p{L}'’-]*)(?:\s+(?:[A-Z][\p{L}'’-]*|of|the|de|la))*)/u

/**
 * Reads one note of something dyed, its facts in any order. Nothing is guessed: what is not understood
 * is left for whoever wrote it.
 *
 * @param note one line
 */
export function readNote(note: string, context: NoteContext): NoteReading {
  const spans: NoteSpan[] = []
  let left = note
  /** Takes what a pattern finds out of the note, so that nothing is read twice. */
  const take = (kind: NoteKind, pattern: string | RegExp): RegExpExecArray | null => {
    const match =
      typeof pattern === 'string'
        ? new RegExp(String.raw`(?<![\p{L}\d.,])(?:${pattern})(?![\p{L}\d])`, 'iu').exec(left)
        : pattern.exec(left)
    if (match) taken(kind, match.index, match.index + match[0].length)
    return match
  }
  const taken = (kind: NoteKind, start: number, end: number) => {
    spans.push({ kind, start, end })
    left = left.slice(0, start) + ' '.repeat(end - start) + left.slice(end)
  }
  const takeWord = <T>(kind: NoteKind, words: readonly (readonly [string, T])[]): T | null => {
    for (const [pattern, meant] of words) if (take(kind, pattern)) return meant
    return null
  }

  const days: { day: RoughDay | null; gathered: RoughDay | null } = { day: null, gathered: null }
  for (let found = findDay(left, context); found; found = findDay(left, context)) {
    const isGathered = GATHERED.test(left.slice(0, found.start))
    const of = isGathered ? 'gathered' : 'day'
    if (days[of]) break
    days[of] = { on: found.on, withinDays: found.withinDays }
    taken(of, found.start, found.end)
  }
  const ratio = take('ratio', String.raw`(${N})\s*(?::|to)\s*1`)
  const ph = take('ph', String.raw`ph\s*(?:of\s+|=\s*|~\s*)?(${N})`)
  const temperature = take('temperature', TEMPERATURE)
  const mordants = readMordants(take)
  const masses = readMasses(note, () => left, taken, context.system)
  const water = take('water', VOLUME)
  const duration = take('duration', DURATION)
  const verdict = takeWord('verdict', VERDICT_WORDS)
  const fibre = takeWord('fibre', FIBRE_WORDS)
  const form = takeWord('form', FORM_WORDS)
  const way = takeWord('way', WAY_WORDS)
  const state = takeWord('state', STATE_WORDS)
  const place = take('place', PLACE)

  return {
    facts: {
      ...days,
      plantG: masses.plant?.massG ?? null,
      plantIsAbout: masses.plant?.isAbout ?? false,
      fibreG: masses.fibre?.massG ?? null,
      fibreIsAbout: masses.fibre?.isAbout ?? false,
      ratio: ratio && parseNumber(ratio[1]!),
      ph: ph && withinPh(parseNumber(ph[1]!)),
      tempC: temperature && si(`${temperature[1]} ${temperature[2]![0]}`, 'temperature', context),
      minutes: duration && minutesOf(duration),
      waterL: water && si(`${water[1]} ${water[2]}`, 'volume', context),
      mordants,
      fibre,
      form,
      way,
      state,
      verdict,
      place: place?.[1]?.trim() ?? '',
    },
    spans: spans.sort((a, b) => a.start - b.start),
    rest: restOf(left),
  }
}

type Take = (kind: NoteKind, pattern: string) => RegExpExecArray | null

function readMordants(take: Take): NoteFacts['mordants'] {
  if (take('mordant', NO_MORDANT_WORDS)) return []
  const found: NonNullable<NoteFacts['mordants']> = []
  for (const [pattern, agent] of MORDANT_WORDS) {
    // galls are a dyestuff too: only a percentage says that they were meant as a mordant
    const isPercent = agent === 'oakGall' ? '' : '?'
    const match = take(
      'mordant',
      String.raw`(?:(${N})\s*%\s*(?:of\s+)?(?:${pattern})(?:\s+mordant(?:ed)?)?|(?:${pattern})(?:[\s-]mordant(?:ed)?)?(?:\s*(?:at\s+|@\s*)?(${N})\s*%(?:\s*wof)?)${isPercent})(?!${AFTER_WORDS})`,
    )
    if (!match) continue
    const percent = match[1] ?? match[2]
    found.push({ agent, percentWof: percent ? parseNumber(percent) : null })
  }
  return found.length > 0 ? found : null
}

interface FoundMass {
  massG: number
  isAbout: boolean
  start: number
  end: number
}

/** Amounts by what they stand beside: before a fibre's name, or after "on", it is the fibre's. */
function readMasses(
  note: string,
  left: () => string,
  taken: (kind: NoteKind, start: number, end: number) => void,
  system: MeasureSystem,
): { plant: FoundMass | null; fibre: FoundMass | null } {
  const found: FoundMass[] = []
  for (const match of left().matchAll(new RegExp(String.raw`(?<![\p{L}\d.,])${MASS}`, 'giu'))) {
    const [whole, about, number, unit, more, moreUnit] = match
    const text = `${number} ${unit}${more ? ` ${more} ${moreUnit}` : ''}`
    const massG = si(text, 'mass', { system })
    if (massG !== null && massG > 0) {
      const { index } = match
      found.push({ massG, isAbout: Boolean(about), start: index, end: index + whole.length })
    }
  }
  const distances = found.map((mass) => fibreDistance(note, mass))
  const least = Math.min(...distances)
  const fibre = Number.isFinite(least) ? (found[distances.lastIndexOf(least)] ?? null) : null
  const plant = found.find((mass) => mass !== fibre) ?? null
  if (fibre) taken('fibreMass', fibre.start, fibre.end)
  if (plant) taken('plantMass', plant.start, plant.end)
  return { plant, fibre }
}

const FIBRE_NAMES = [...FIBRE_WORDS, ...FORM_WORDS].map(([pattern]) => pattern).join('|')
/** A fibre's name after an amount, with a word or two between, but none that leads to something else. */
const FIBRE_AFTER = new RegExp(
  String.raw`^\s*(?:of\s+)?(?:(?!(?:on|onto|for|with|and|in)\b)[\p{L}-]+\s+){0,2}?(?:${FIBRE_NAMES})(?![\p{L}])`,
  'iu',
)
const FIBRE_BEFORE = new RegExp(String.raw`(?<![\p{L}])(?:${FIBRE_NAMES})([\s,(=:-]{1,3})$`, 'iu')

/** How far an amount lies from what says that it is the fibre's; Infinity: nothing does. */
function fibreDistance(note: string, { start, end }: FoundMass): number {
  const [before, after] = [note.slice(0, start), note.slice(end)]
  if (/\b(?:on|onto|for|per|dyed)\s+(?:an?\s+)?$/i.test(before)) return 0
  const name = FIBRE_AFTER.exec(after)
  const led = FIBRE_BEFORE.exec(before)
  const distances = [
    ...(name ? [name[0].split(/\s+/).length] : []),
    // behind a comma it may as well begin what comes next
    ...(led ? [led[1]!.includes(',') ? 4 : 1.5] : []),
  ]
  return Math.min(Infinity, ...distances)
}

function si(
  text: string,
  kind: 'mass' | 'volume' | 'temperature',
  { system }: Pick<NoteContext, 'system'>,
): number | null {
  try {
    return parseQuantity(text, kind, { system }).si
  } catch {
    return null
  }
}

const withinPh = (ph: number | null) => (ph !== null && ph >= 0 && ph <= 14 ? ph : null)

function minutesOf([, number, unit, more]: RegExpExecArray): number | null {
  const count = /^half/i.test(number!) ? 0.5 : /^an?$/i.test(number!) ? 1 : parseNumber(number!)
  if (count === null) return null
  return /^h/i.test(unit!) ? 60 * count + Number(more ?? 0) : count
}

/** What lies between, without the words that only join. */
function restOf(left: string): NoteReading['rest'] {
  return [...left.matchAll(/[\p{L}\d#'’.-]+(?:\s[\p{L}\d#'’.-]+)*/gu)].flatMap(
    ({ 0: text, index }) => {
      const words = [...text.matchAll(/\S+/g)].map((word) => ({ text: word[0], at: word.index }))
      const telling = words.filter((word) => !JOINING.test(word.text))
      const [from, to] = [telling[0], telling.at(-1)]
      if (!from || !to) return []
      const start = index + from.at
      const end = index + to.at + to.text.length
      return [{ start, end, text: text.slice(from.at, to.at + to.text.length) }]
    },
  )
}

/** Words that say nothing by themselves. */
const JOINING =
  /^(?:and|with|in|on|onto|of|the|an?|for|at|from|came|out|gave|got|dyed|gathered|picked|foraged|collected|harvested|found|some|my|was|is|to|x|per|wof|pot|bath|result|then|about|[-–.]+)$/i
