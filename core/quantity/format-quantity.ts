import { present } from '../present'
import { celsiusToF, findUnit, G_PER_OZ, type MeasureSystem } from './units'

/** Which units a user reads masses in. */
export type MassSystem = 'metric' | 'avoirdupois'

const OZ_PER_LB = 16

/**
 * A number to at most three significant figures, with no exponent and no trailing zeros;
 * whole numbers keep all their figures up to 9999. `null` reads as an en dash.
 *
 * @example formatNumber(0.4249) // '0.425'
 */
export function formatNumber(value: number | null, figures = 3): string {
  if (value === null || !Number.isFinite(value)) return '\u2013'
  if (value === 0) return '0'
  const decimals = Math.max(0, figures - 1 - Math.floor(Math.log10(Math.abs(value))))
  return String(Number(value.toFixed(Math.min(decimals, 6))))
}

/** Grams as people read them: `41.5 g`, `340 g`, `1.25 kg`; or `1.7 oz`, `2 lb 3 oz`. */
export function formatMass(massG: number | null, system: MassSystem = 'metric'): string {
  if (massG === null) return '\u2013'
  if (system === 'metric') {
    return Math.abs(massG) >= 1000 ? `${formatNumber(massG / 1000)} kg` : `${formatNumber(massG)} g`
  }
  const oz = massG / G_PER_OZ
  if (Math.abs(oz) < OZ_PER_LB) return `${formatNumber(oz)} oz`
  const wholeOz = Math.round(Math.abs(oz))
  const sign = oz < 0 ? '-' : ''
  const rest = wholeOz % OZ_PER_LB
  return `${sign}${Math.floor(wholeOz / OZ_PER_LB)} lb${rest ? ` ${rest} oz` : ''}`
}

const ML_PER_L = 1000
/** Below it a jug is read in millilitres. */
const LEAST_SAID_IN_L = 0.2

/** Measures by which a kitchen says a volume, the smallest first: each up to so many litres. */
const MEASURES: Record<'us' | 'imperial', { unit: string; upToL: number }[]> = {
  us: [
    { unit: 'tsp', upToL: 0.0147 },
    { unit: 'tbsp', upToL: 0.059 },
    { unit: 'cup', upToL: 0.946 },
    { unit: 'qt', upToL: 3.785 },
    { unit: 'gal', upToL: Infinity },
  ],
  imperial: [
    { unit: 'tsp', upToL: 0.0149 },
    { unit: 'tbsp', upToL: 0.059 },
    { unit: 'fl oz', upToL: 0.568 },
    { unit: 'pt', upToL: 4.546 },
    { unit: 'gal', upToL: Infinity },
  ],
}

/** Litres as people read them: `2.5 L`, `80 mL`; or `1.5 cups`, `2.64 qt`. */
export function formatVolume(
  volumeL: number | null,
  figures = 3,
  system: MeasureSystem = 'metric',
): string {
  if (volumeL === null) return '\u2013'
  if (system !== 'metric') {
    const { unit } = present(MEASURES[system].find(({ upToL }) => Math.abs(volumeL) < upToL))
    const value = formatNumber(volumeL / present(findUnit(unit, 'volume', system)).si, figures)
    return `${value} ${unit === 'cup' && value !== '1' ? 'cups' : unit}`
  }
  return Math.abs(volumeL) < LEAST_SAID_IN_L
    ? `${formatNumber(volumeL * ML_PER_L, Math.min(figures, 2))} mL`
    : `${formatNumber(volumeL, figures)} L`
}

/** `82 °C`, or `180 °F` where the user reads Fahrenheit. */
export const formatTemperature = (tempC: number | null, scale: 'C' | 'F' = 'C') =>
  scale === 'C'
    ? `${formatNumber(tempC)} °C`
    : `${formatNumber(tempC === null ? null : celsiusToF(tempC))} °F`

/** A ratio as dyers say it: `2.2 : 1`. */
export const formatRatio = (ratio: number | null) =>
  ratio === null ? '\u2013' : `${formatNumber(ratio, ratio >= 10 ? 3 : 2)} : 1`
