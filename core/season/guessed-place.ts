import { METRIC_UNITS, US_UNITS, type UnitChoice } from '../quantity/unit-choice'

/** Zones of the southern half of the Earth, by how their names begin (IANA time zone database; from memory). */
const SOUTHERN_ZONES = [
  'Australia/',
  'Antarctica/',
  'Pacific/Auckland',
  'Pacific/Chatham',
  'Pacific/Fiji',
  'Pacific/Noumea',
  'Pacific/Tongatapu',
  'Pacific/Apia',
  'Pacific/Tahiti',
  'Pacific/Port_Moresby',
  'America/Argentina/',
  'America/Buenos_Aires',
  'America/Sao_Paulo',
  'America/Bahia',
  'America/Recife',
  'America/Fortaleza',
  'America/Cuiaba',
  'America/Campo_Grande',
  'America/Santiago',
  'America/Punta_Arenas',
  'America/Montevideo',
  'America/Asuncion',
  'America/La_Paz',
  'America/Lima',
  'Africa/Johannesburg',
  'Africa/Maputo',
  'Africa/Harare',
  'Africa/Lusaka',
  'Africa/Windhoek',
  'Africa/Gaborone',
  'Africa/Maseru',
  'Africa/Mbabane',
  'Africa/Luanda',
  'Africa/Blantyre',
  'Africa/Lubumbashi',
  'Africa/Dar_es_Salaam',
  'Africa/Kigali',
  'Indian/Antananarivo',
  'Indian/Mauritius',
  'Indian/Reunion',
  'Asia/Jakarta',
  'Asia/Dili',
] as const

/** Countries that measure in pounds, gallons and Fahrenheit. */
const US_REGIONS = ['US', 'LR'] as const

/** @param timeZone an IANA name, such as `Europe/Dublin` */
export const guessedHemisphere = (timeZone: string): 'northern' | 'southern' =>
  SOUTHERN_ZONES.some((zone) => timeZone.startsWith(zone)) ? 'southern' : 'northern'

/**
 * Units that somebody of this language likely cooks in.
 *
 * @param language a BCP 47 tag, such as `en-US`; one without a country counts as metric
 */
export function guessedUnits(language: string): UnitChoice {
  const region = /^[a-z]{2,3}(?:-[A-Za-z]{4})?-([A-Z]{2})\b/.exec(language)?.[1]
  return US_REGIONS.some((each) => each === region) ? US_UNITS : METRIC_UNITS
}
