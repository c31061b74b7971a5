import type { MeasureSystem } from './units'

/** Units a user reads and types in; everything is kept and computed in g, L and °C. */
export interface UnitChoice {
  mass: 'metric' | 'avoirdupois'
  volume: MeasureSystem
  temperature: 'C' | 'F'
}

export const METRIC_UNITS: UnitChoice = { mass: 'metric', volume: 'metric', temperature: 'C' }
export const US_UNITS: UnitChoice = { mass: 'avoirdupois', volume: 'us', temperature: 'F' }

/** What a bare number means in a field, as `parseQuantity` reads it. */
export const defaultUnits = (units: UnitChoice) => ({
  mass: units.mass === 'metric' ? 'g' : 'oz',
  volume: units.volume === 'metric' ? 'L' : 'qt',
  temperature: units.temperature === 'C' ? '°C' : '°F',
})
