/**
 * Units a dyer types, and what one of each is in the core's own unit.
 *
 * Sources: avoirdupois ounce and pound, US customary volumes: NIST SP 811 / SP 1038 (exact by
 * definition of 1959); imperial gallon: UK Weights and Measures Act 1985 (4.54609 L exactly);
 * metric spoons: 5 mL and 15 mL by convention.
 */
export type QuantityKind = 'mass' | 'volume' | 'temperature'

/** Which spoon and which gallon a bare "tsp" or "gal" means: a user's setting. */
export type MeasureSystem = 'metric' | 'us' | 'imperial'

export interface Unit {
  /** How the unit is written back. */
  symbol: string
  /** One of it in the core's unit: g for mass, L for volume. Temperatures convert by `toC`. */
  si: number
}

/** Avoirdupois ounce, g: exact. */
export const G_PER_OZ = 28.349523125
export const G_PER_LB = 453.59237
export const L_PER_US_GALLON = 3.785411784
export const L_PER_IMPERIAL_GALLON = 4.54609

const unit = (symbol: string, si: number): Unit => ({ symbol, si })

const MASS: Record<string, Unit> = {
  mg: unit('mg', 0.001),
  g: unit('g', 1),
  kg: unit('kg', 1000),
  oz: unit('oz', G_PER_OZ),
  lb: unit('lb', G_PER_LB),
}

const METRIC_VOLUME: Record<string, Unit> = {
  ml: unit('mL', 0.001),
  cl: unit('cL', 0.01),
  dl: unit('dL', 0.1),
  l: unit('L', 1),
  'us gal': unit('US gal', L_PER_US_GALLON),
  'imp gal': unit('imp gal', L_PER_IMPERIAL_GALLON),
}

const US_VOLUME: Record<string, Unit> = {
  tsp: unit('US tsp', L_PER_US_GALLON / 768),
  tbsp: unit('US tbsp', L_PER_US_GALLON / 256),
  cup: unit('US cup', L_PER_US_GALLON / 16),
  'fl oz': unit('US fl oz', L_PER_US_GALLON / 128),
  pt: unit('US pt', L_PER_US_GALLON / 8),
  qt: unit('US qt', L_PER_US_GALLON / 4),
  gal: unit('US gal', L_PER_US_GALLON),
}

const IMPERIAL_VOLUME: Record<string, Unit> = {
  tsp: unit('tsp', 0.005),
  tbsp: unit('tbsp', 0.015),
  cup: unit('cup', 0.25),
  'fl oz': unit('imp fl oz', L_PER_IMPERIAL_GALLON / 160),
  pt: unit('imp pt', L_PER_IMPERIAL_GALLON / 8),
  qt: unit('imp qt', L_PER_IMPERIAL_GALLON / 4),
  gal: unit('imp gal', L_PER_IMPERIAL_GALLON),
}

/** Metric spoons, and the larger measures as in the US, where the metric system has none. */
const METRIC_SPOONS: Record<string, Unit> = {
  ...US_VOLUME,
  tsp: unit('tsp', 0.005),
  tbsp: unit('tbsp', 0.015),
  cup: unit('cup', 0.25),
}

const VOLUME: Record<MeasureSystem, Record<string, Unit>> = {
  metric: { ...METRIC_VOLUME, ...METRIC_SPOONS },
  us: { ...METRIC_VOLUME, ...US_VOLUME },
  imperial: { ...METRIC_VOLUME, ...IMPERIAL_VOLUME },
}

/** Other spellings of each unit, singular; a trailing "s" and full stops are dropped before. */
const SPELLINGS: Record<string, string> = {
  gram: 'g',
  gramme: 'g',
  gm: 'g',
  gr: 'g',
  milligram: 'mg',
  kilo: 'kg',
  kilogram: 'kg',
  ounce: 'oz',
  pound: 'lb',
  millilitre: 'ml',
  milliliter: 'ml',
  centilitre: 'cl',
  decilitre: 'dl',
  litre: 'l',
  liter: 'l',
  teaspoon: 'tsp',
  tablespoon: 'tbsp',
  'fluid ounce': 'fl oz',
  floz: 'fl oz',
  pint: 'pt',
  quart: 'qt',
  gallon: 'gal',
  'us gallon': 'us gal',
  'imperial gallon': 'imp gal',
  'uk gal': 'imp gal',
  'uk gallon': 'imp gal',
}

/** The unit written as `text`, or null where `kind` has no such unit. */
export function findUnit(
  text: string,
  kind: 'mass' | 'volume',
  system: MeasureSystem,
): Unit | null {
  const plain = text.toLowerCase().replaceAll('.', '').replace(/\s+/g, ' ').trim()
  const table = kind === 'mass' ? MASS : VOLUME[system]
  for (const candidate of [plain, plain.replace(/s$/, '')]) {
    const found = table[SPELLINGS[candidate] ?? candidate]
    if (found) return found
  }
  return null
}

/** Fahrenheit to Celsius: exact by definition, (F - 32) / 1.8. */
export const fahrenheitToC = (f: number) => (f - 32) / 1.8

/** Celsius to Fahrenheit. */
export const celsiusToF = (tempC: number) => tempC * 1.8 + 32
