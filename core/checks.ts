import { InputError } from './input-error'

/** How a received value is quoted in a message: short, and never `[object Object]`. */
export function quoted(value: unknown): string {
  if (typeof value === 'number' || value === undefined) return String(value)
  const text = JSON.stringify(value) ?? String(value)
  return text.length > 60 ? `${text.slice(0, 57)}...` : text
}

/** Beyond these sizes products and quotients run over: nothing that is weighed or read comes near. */
const LARGEST = 1e12
const SMALLEST = 1e-12

/**
 * Returns `value` if it is a finite number of a size that can be computed with (up to 1e12), else
 * throws naming `pointer`'s last part.
 */
export function finite(value: unknown, pointer: string): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new InputError(
      `${nameOf(pointer)} must be a finite number; got ${quoted(value)}`,
      pointer,
    )
  }
  if (Math.abs(value) <= LARGEST) return value
  throw new InputError(`${nameOf(pointer)} must be at most ${LARGEST}; got ${value}`, pointer)
}

/** A finite number above 0, in `unit`; one under 1e-12 is a slip. */
export function positive(value: unknown, pointer: string, unit = ''): number {
  const number = finite(value, pointer)
  if (number >= SMALLEST) return number
  const least = number > 0 ? `${SMALLEST} or more` : `above 0${space(unit)}`
  throw new InputError(`${nameOf(pointer)} must be ${least}; got ${number}`, pointer)
}

/** A finite number of 0 or more, in `unit`; dust under 1e-12 is returned as 0. */
export function notNegative(value: unknown, pointer: string, unit = ''): number {
  const number = finite(value, pointer)
  if (number >= 0) return number < SMALLEST ? 0 : number
  throw new InputError(`${nameOf(pointer)} must be 0${space(unit)} or more; got ${number}`, pointer)
}

/** A fraction above 0 and at most 1. */
export function fraction(value: unknown, pointer: string): number {
  const number = positive(value, pointer)
  if (number <= 1) return number
  throw new InputError(`${nameOf(pointer)} must be at most 1 (a fraction); got ${number}`, pointer)
}

const space = (unit: string) => (unit ? ` ${unit}` : '')

const nameOf = (pointer: string) => pointer.split('/').filter(Boolean).pop() ?? 'value'
