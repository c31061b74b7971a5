import { quoted } from '../checks'
import { InputError } from '../input-error'
import { NUMBER_PATTERN, parseNumber, spellOutFractions } from './parse-number'
import { fahrenheitToC, findUnit, type MeasureSystem, type QuantityKind } from './units'

export interface Quantity {
  /** The number as typed, in `unit`; of several parts ("2 lb 3 oz"), all in the first unit. */
  value: number
  /** The unit's symbol: `g`, `oz`, `US tsp`, `°F`, ... */
  unit: string
  /** The same in the core's unit: g, L or °C. */
  si: number
}

export interface ParseOptions {
  /** Which spoon, cup and gallon a bare word means. Default `us`, as the word is used most. */
  system?: MeasureSystem
  /** Unit taken where none is typed (`48` in a field that says g). None: a unit is required. */
  defaultUnit?: string
  /** JSON pointer for errors. Default `/text`. */
  pointer?: string
}

const EXAMPLES: Record<QuantityKind, string> = {
  mass: '48 g, 1.7 oz or 2 lb 3 oz',
  volume: '1.5 L, 250 mL or 1/2 tsp',
  temperature: '82 C or 180 F',
}

/**
 * Reads a quantity as people write it: `1.7 oz`, `2 lb 3 oz`, `1/2 tsp`, `48g`, `1,5 l`, `190F`.
 *
 * @param text what was typed
 * @param kind what it must be: a mass, a volume or a temperature
 * @returns the value in its unit and in the core's unit (g, L, °C)
 * @throws InputError if the text cannot be read whole, its unit is not of this kind, or a mass
 *   or volume is negative
 * Source of factors: see units.ts.
 * @example parseQuantity('2 lb 3 oz', 'mass').si // 992.2333...
 */
export function parseQuantity(
  text: string,
  kind: QuantityKind,
  { system = 'us', defaultUnit, pointer = '/text' }: ParseOptions = {},
): Quantity {
  if (typeof text !== 'string' || text.length > 80) {
    throw new InputError(`text must be a short text; got ${quoted(text)}`, pointer)
  }
  const unreadable = (why: string) =>
    new InputError(`Cannot read ${quoted(text)} as a ${kind}: ${why}`, pointer)
  const plain = spellOutFractions(text).normalize('NFKC').replaceAll('\u2044', '/')
  const quantity =
    kind === 'temperature'
      ? readTemperature(plain, defaultUnit, unreadable)
      : readParts(plain, kind, system, defaultUnit, unreadable)
  if (kind !== 'temperature' && quantity.si < 0) throw unreadable('it must not be negative.')
  return quantity
}

type Fail = (why: string) => InputError

function readTemperature(text: string, defaultUnit: string | undefined, fail: Fail): Quantity {
  const match = text.match(
    new RegExp(`^(${NUMBER_PATTERN})\\s*(?:°|º|deg(?:rees?)?)?\\s*(c|f|celsius|fahrenheit)?$`, 'i'),
  )
  const value = match && parseNumber(match[1]!)
  const letter = (match?.[2] ?? defaultUnit ?? '').replace('°', '').charAt(0).toUpperCase()
  if (value === null || (letter !== 'C' && letter !== 'F')) {
    throw fail(`write a number and C or F, such as ${EXAMPLES.temperature}.`)
  }
  return { value, unit: `°${letter}`, si: letter === 'F' ? fahrenheitToC(value) : value }
}

function readParts(
  text: string,
  kind: 'mass' | 'volume',
  system: MeasureSystem,
  defaultUnit: string | undefined,
  fail: Fail,
): Quantity {
  const part = new RegExp(`\\s*(?:\\+|and\\s+|,\\s+)?(${NUMBER_PATTERN})\\s*([a-zA-Z. ]*)`, 'y')
  let si = 0
  let first: { symbol: string; si: number } | null = null
  let smallestSoFar = Infinity
  while (part.lastIndex < text.trimEnd().length) {
    const match = part.exec(text)
    if (!match) throw fail(`write a number and a unit, such as ${EXAMPLES[kind]}.`)
    const value = parseNumber(match[1]!)
    const word = match[2]!.replace(/\band\s*$/, '').trim() || (first ? '' : (defaultUnit ?? ''))
    if (value === null) throw fail(`${quoted(match[1])} is not a number.`)
    if (!word) throw fail(`the unit is missing; write it, such as ${EXAMPLES[kind]}.`)
    const unit = findUnit(word, kind, system)
    if (!unit) throw fail(`${quoted(word)} is not a unit of ${kind}; try ${EXAMPLES[kind]}.`)
    if (unit.si >= smallestSoFar) throw fail('its parts must run from larger units to smaller.')
    if (first && value < 0) throw fail('only the first part may carry a sign.')
    smallestSoFar = unit.si
    si += (first && si < 0 ? -1 : 1) * value * unit.si
    first ??= unit
  }
  if (!first) throw fail(`write a number and a unit, such as ${EXAMPLES[kind]}.`)
  return { value: si / first.si, unit: first.symbol, si }
}
