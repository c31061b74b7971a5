import type { GivenColour } from '../../../core/colour/screen-colour'
import { parseNumber, NUMBER_PATTERN } from '../../../core/quantity/parse-number'
import { parseQuantity } from '../../../core/quantity/parse-quantity'
import type { MeasureSystem, QuantityKind } from '../../../core/quantity/units'
import { messageOf } from '../../../core/present'
import type { RoughDay } from '../../schemas/swatch/card'
import { findDay, type DayOrder } from '../note/rough-day'

/** A cell that tells nothing of what its column is for, and why. */
export class UnreadCell extends Error {}

/** Ways to say that something is not known. */
const NOTHING = /^(?:\?+|-+|–|—|n\/?a|none known|unknown|not (?:known|recorded|weighed)|\.+)$/i

export const isNothing = (text: string): boolean => text === '' || NOTHING.test(text)

const ABOUT = /^(?:~|about |ca\.? ?|circa |approx\.? ?|≈)\s*/i

/** An amount, and whether it is said to be one only about. */
export function readMass(text: string, unit: string, system: MeasureSystem) {
  const massG = quantity(text.replace(ABOUT, ''), 'mass', unit, system)
  if (massG <= 0) throw new UnreadCell('an amount is above 0')
  return { massG, isAbout: ABOUT.test(text) }
}

export function quantity(
  text: string,
  kind: QuantityKind,
  unit: string,
  system: MeasureSystem,
): number {
  try {
    return parseQuantity(text, kind, { system, defaultUnit: unit }).si
  } catch (error) {
    throw new UnreadCell(messageOf(error).replace(/\.$/, ''))
  }
}

/** `6 : 1`, `6:1`, `6`, or `600 %` of the weight of fibre. */
export function readRatio(text: string): number {
  const match = new RegExp(
    `^(${NUMBER_PATTERN})\\s*(?:(?::|to|/)\\s*1|(%|percent)\\s*(?:wof)?)?$`,
    'i',
  ).exec(text)
  const value = match && parseNumber(match[1]!)
  if (!match || value === null || value <= 0) throw new UnreadCell('a ratio is as 6 : 1')
  return match[2] ? value / 100 : value
}

export function readNumber(text: string, what: string, [least, most]: [number, number]): number {
  const value = parseNumber(text)
  if (value !== null && value >= least && value <= most) return value
  throw new UnreadCell(`${what} is a number from ${least} to ${most}`)
}

/** `1 h`, `1 h 30`, `1:30`, `45 min`, or a bare number in the column's unit. */
export function readMinutes(text: string, unit: string): number {
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(text)
  if (clock) return 60 * Number(clock[1]) + Number(clock[2])
  const told = new RegExp(
    `^(${NUMBER_PATTERN})\\s*(h(?:ou)?rs?|h|m(?:in(?:ute)?s?)?)?(?:\\s*(\\d{1,2})\\s*(?:m(?:in)?)?)?$`,
    'i',
  ).exec(text)
  const value = told && parseNumber(told[1]!)
  if (!told || value === null || value < 0) throw new UnreadCell('a time is as 1 h 30 or 90 min')
  const isHours = told[2] ? /^h/i.test(told[2]) : unit === 'h'
  return isHours ? 60 * value + Number(told[3] ?? 0) : value
}

export function readDay(text: string, order: DayOrder): RoughDay {
  const found = findDay(text, order)
  if (!found || text.slice(0, found.start).trim() || text.slice(found.end).trim()) {
    throw new UnreadCell('a day is as 2024-08-15, 15 Aug 2024 or 2024')
  }
  if (found.on > order.today) throw new UnreadCell(`${found.on} is still to come`)
  return { on: found.on, withinDays: found.withinDays }
}

/** `#c8a400`, or `43.1 14.8 27.6`. */
export function readColour(text: string): GivenColour {
  const hex = /^#?([0-9a-f]{6})$/i.exec(text)
  if (hex) return { hex: `#${hex[1]!.toLowerCase()}` }
  const parts = text
    .replace(/[()]|\blab\b/gi, ' ')
    .trim()
    .split(/\s*[;|]\s*|\s*,\s+|\s+/)
  const [l, a, b] = parts.map(parseNumber)
  if (parts.length === 3 && typeof l === 'number' && typeof a === 'number' && typeof b === 'number')
    return labOf(l, a, b)
  throw new UnreadCell('a colour is as #c8a400 or 43.1 14.8 27.6')
}

export function labOf(l: number, a: number, b: number): GivenColour {
  if (l >= 0 && l <= 100 && Math.abs(a) <= 128 && Math.abs(b) <= 128) return { lab: { l, a, b } }
  throw new UnreadCell('L* is from 0 to 100, a* and b* from -128 to 128')
}
