import { finite } from '../checks'
import { TOLERANCES, type Amounts, type Factor, type FactorValue } from './factors'

/** Binary dust of a difference, so that 82 and 87 are 5 apart and no more. */
const DUST = 1e-9

export const isAmounts = (value: FactorValue | undefined): value is Amounts =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Of amounts, one that is not known leaves the whole unknown. */
export const isUnknown = (value: FactorValue | undefined): boolean =>
  value === null || value === undefined || (isAmounts(value) && Object.values(value).includes(null))

/** Texts are compared as people write them: without regard to case and outer spaces. */
export const folded = (value: unknown): string => String(value).trim().toLowerCase()

/** Whether two numbers of a factor lie within its tolerance; without one they must be equal. */
export function areNumbersAlike(factor: Factor, a: number, b: number): boolean {
  const tolerance = TOLERANCES[factor]
  const apart = Math.abs(a - b)
  if (!tolerance) return apart === 0
  if ('absolute' in tolerance) return apart <= tolerance.absolute + DUST
  return apart <= tolerance.relative * Math.max(Math.abs(a), Math.abs(b)) + DUST
}

/** Whether two known values of a factor count as alike. @throws InputError for a number that is not finite */
export function areAlike(factor: Factor, a: FactorValue, b: FactorValue): boolean {
  if (typeof a === 'number' && typeof b === 'number') {
    return areNumbersAlike(factor, finite(a, `/a/${factor}`), finite(b, `/b/${factor}`))
  }
  if (Array.isArray(a) && Array.isArray(b)) {
    const [first, second] = [new Set(a.map(folded)), new Set(b.map(folded))]
    return first.size === second.size && [...first].every((value) => second.has(value))
  }
  if (isAmounts(a) && isAmounts(b)) {
    const names = new Set([...Object.keys(a), ...Object.keys(b)])
    return [...names].every(
      (name) => name in a && name in b && areAlike(factor, a[name] ?? null, b[name] ?? null),
    )
  }
  return typeof a === typeof b && folded(a) === folded(b)
}
