import { shallowRef } from 'vue'
import type { ToldBasis } from '~~/core/harvest/ratio-error'
import * as quantity from '~~/core/quantity/format-quantity'
import { inUnits as textInUnits } from '~~/core/quantity/in-units'
import { celsiusToF } from '~~/core/quantity/units'
import { calendar } from './calendar'
import { METRIC_UNITS, type UnitChoice } from '~~/core/quantity/unit-choice'

/** Spoons of before are teaspoons, of whatever country. */
const TABLESPOON_FROM_ML = 10

/**
 * Masses, volumes and temperatures in the units that are set for the log. What reads them follows
 * a change at once.
 */
export const units = shallowRef<UnitChoice>(METRIC_UNITS)

/** A text with its decimals as the reader writes them: never one that is kept or read again. */
export const inDecimals = (text: string) =>
  calendar.value.decimalMark === ',' ? text.replace(/(\d)\.(?=\d)/g, '$1,') : text

/**
 * A typed text with its decimals as they are read: where the comma is the mark, `1,125` is a little
 * over one, and no thousand.
 */
export const asTyped = (text: string) =>
  calendar.value.decimalMark === ',' ? text.replace(/(\d),(?=\d)/g, '$1.') : text

export const formatNumber = (value: number | null, figures?: number) =>
  inDecimals(quantity.formatNumber(value, figures))

export const formatRatio = (ratio: number | null) => inDecimals(quantity.formatRatio(ratio))

export const formatMass = (massG: number | null) =>
  inDecimals(quantity.formatMass(massG, units.value.mass))

export const formatVolume = (volumeL: number | null, figures?: number) =>
  inDecimals(quantity.formatVolume(volumeL, figures, units.value.volume))

export const formatTemperature = (tempC: number | null) =>
  inDecimals(quantity.formatTemperature(tempC, units.value.temperature))

/** `4 g`, `~4 g` by the spoon, `some` where nobody weighed it. */
export const amountWords = ({
  massG,
  massBasis,
}: {
  massG: number | null
  massBasis?: ToldBasis | undefined
}): string => (massG === null ? 'some' : `${massBasis === 'about' ? '~' : ''}${formatMass(massG)}`)

/** A temperature on the scale that is read, as a number: for axes. */
export const temperatureIn = (tempC: number) =>
  units.value.temperature === 'C' ? tempC : celsiusToF(tempC)

export const temperatureUnit = () => `°${units.value.temperature}`

/** What a spoon is called where spoons are the measure: `teaspoon`, else `5 mL spoon`. */
export function spoonWords(spoonMl: number): string {
  if (units.value.volume === 'metric') return `${formatNumber(spoonMl, 2)} mL spoon`
  return spoonMl < TABLESPOON_FROM_ML ? 'teaspoon' : 'tablespoon'
}

/** `1.2 teaspoons`, `1.2 spoons of 5 mL`: a number of them, so that no number runs into another. */
export function spoonsText(count: number, spoonMl: number): string {
  const number = formatNumber(count, 2)
  const plural = number === '1' ? '' : 's'
  return units.value.volume === 'metric'
    ? `${number} spoon${plural} of ${formatNumber(spoonMl, 2)} mL`
    : `${number} ${spoonWords(spoonMl)}${plural}`
}

/** The product's own texts, which are written in metric units. */
export const inUnits = (text: string) => inDecimals(textInUnits(text, units.value))

/** Such a text within a sentence: `then heat to 82 °C`. */
export function inSentence(text: string): string {
  const said = inUnits(text)
  return said.charAt(0).toLowerCase() + said.slice(1)
}
