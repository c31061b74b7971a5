import { celsiusToF, G_PER_OZ } from './units'

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

/** Litres as people read them: `2.5 L`, `80 mL`. */
export function formatVolume(volumeL: number | null, figures = 3): string {
  if (volumeL === null) return '\u2013'
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
