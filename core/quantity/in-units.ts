import { formatMass, formatNumber, formatTemperature, formatVolume } from './format-quantity'
import type { UnitChoice } from './unit-choice'
import { G_PER_OZ, L_PER_US_GALLON, L_PER_IMPERIAL_GALLON } from './units'

const NUMBER = String.raw`\d+(?:\.\d+)?`
/** `60 °C`, `1 to 5 g per L`, `0.4 L`: a number or a range, and its metric unit. */
const QUANTITY = new RegExp(
  String.raw`(${NUMBER})(?:( to | and )(${NUMBER}))? (°C|g per L|g|kg|mL|L)(?![\w°²]| per )`,
  'g',
)

/**
 * A plain text in the units its reader uses. Texts of the catalogue, of guards and of refusals are
 * written in metric units; a volume and a mass are said by whole quantities ("1.5 cups").
 *
 * @param text the product's own words, never what a user typed
 * @example inUnits('Keep it under 85 °C.', US_UNITS) // 'Keep it under 185 °F.'
 */
export function inUnits(text: string, units: UnitChoice): string {
  return text.replace(QUANTITY, (said, a: string, between: string | undefined, b, unit: string) => {
    const say = (value: string) => inUnit(Number(value), unit, units)
    const first = say(a)
    if (first === null) return said
    if (between === undefined) return first
    const second = say(b as string)!
    const unitOf = (quantity: string) => quantity.slice(quantity.indexOf(' '))
    const isAlike = unitOf(first) === unitOf(second)
    return `${isAlike ? first.slice(0, -unitOf(first).length) : first}${between}${second}`
  })
}

/** null where the reader uses that unit. */
function inUnit(value: number, unit: string, units: UnitChoice): string | null {
  const { mass, volume, temperature } = units
  if (unit === '°C') return temperature === 'C' ? null : formatTemperature(value, 'F')
  if (unit === 'g' || unit === 'kg') {
    return mass === 'metric' ? null : formatMass(unit === 'kg' ? value * 1000 : value, mass)
  }
  if (unit === 'g per L') {
    if (mass === 'metric' || volume === 'metric') return null
    const gallonL = volume === 'us' ? L_PER_US_GALLON : L_PER_IMPERIAL_GALLON
    return `${formatNumber((value * gallonL) / G_PER_OZ, 2)} oz per gal`
  }
  const litres = unit === 'mL' ? value / 1000 : value
  return volume === 'metric' ? null : formatVolume(litres, 3, volume)
}
