import { notNegative } from '../checks'
import type { Reflectance } from './spectrum'

/**
 * Reflectance below which K/S is not followed any further: instruments do not resolve it, and
 * 1 / R would let one dark band outweigh all others.
 */
export const REFLECTANCE_FLOOR = 0.001

/**
 * Absorption over scattering of an opaque layer: K/S = (1 - R)^2 / (2 R).
 *
 * @param r reflectance factor, 0 to 1; floored at 0.001
 * Source: Kubelka & Munk 1931.
 * @example kOverS(0.18) // 1.86777...
 */
export function kOverS(r: number): number {
  const floored = Math.max(r, REFLECTANCE_FLOOR)
  return (1 - floored) ** 2 / (2 * floored)
}

/** K/S of every band of a spectrum. */
export const kOverSOf = (reflectance: Reflectance): number[] => reflectance.map(kOverS)

/**
 * Reflectance of an opaque layer of given K/S: the inverse of `kOverS`,
 * R = 1 / (1 + q + sqrt(q^2 + 2 q)), written so that a large q loses no digits.
 *
 * @throws InputError if q is negative
 */
export function reflectanceOfKOverS(q: number): number {
  notNegative(q, '/kOverS')
  return 1 / (1 + q + Math.sqrt(q * q + 2 * q))
}
