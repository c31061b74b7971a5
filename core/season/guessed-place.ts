import { METRIC_UNITS, US_UNITS, type UnitChoice } from '../quantity/unit-choice'

/**
 * Zones that lie south of the equator, old names among them, by area: IANA time zone database 2026f,
 * as moment-timezone gives their places. Its test holds the list to that.
 */
const SOUTHERN_ZONES: Record<string, string> = {
  Africa:
    'Blantyre Brazzaville Bujumbura Dar_es_Salaam Gaborone Harare Johannesburg ' +
    'Kigali Kinshasa Luanda Lubumbashi Lusaka Maputo Maseru Mbabane Nairobi Windhoek',
  America:
    'Araguaina Argentina/Buenos_Aires Argentina/Catamarca Argentina/ComodRivadavia ' +
    'Argentina/Cordoba Argentina/Jujuy Argentina/La_Rioja Argentina/Mendoza ' +
    'Argentina/Rio_Gallegos Argentina/Salta Argentina/San_Juan Argentina/San_Luis ' +
    'Argentina/Tucuman Argentina/Ushuaia Asuncion Bahia Belem Buenos_Aires Campo_Grande ' +
    'Catamarca Cordoba Coyhaique Cuiaba Eirunepe Fortaleza Guayaquil Jujuy La_Paz Lima ' +
    'Maceio Manaus Mendoza Montevideo Noronha Porto_Acre Porto_Velho Punta_Arenas Recife ' +
    'Rio_Branco Rosario Santarem Santiago Sao_Paulo',
  Antarctica:
    'Casey Davis DumontDUrville Macquarie Mawson McMurdo Palmer Rothera South_Pole Syowa ' +
    'Troll Vostok',
  Asia: 'Dili Jakarta Jayapura Makassar Ujung_Pandang',
  Atlantic: 'South_Georgia St_Helena Stanley',
  Australia:
    'ACT Adelaide Brisbane Broken_Hill Canberra Currie Darwin Eucla Hobart LHI Lindeman ' +
    'Lord_Howe Melbourne NSW North Perth Queensland South Sydney Tasmania Victoria West ' +
    'Yancowinna',
  Brazil: 'Acre DeNoronha East West',
  Chile: 'Continental EasterIsland',
  Indian: 'Antananarivo Chagos Christmas Cocos Comoro Kerguelen Mahe Mauritius Mayotte Reunion',
  Pacific:
    'Apia Auckland Bougainville Chatham Easter Efate Enderbury Fakaofo Fiji Funafuti ' +
    'Gambier Guadalcanal Kanton Marquesas Niue Norfolk Noumea Pago_Pago Pitcairn ' +
    'Port_Moresby Rarotonga Samoa Tahiti Tongatapu Wallis ',
  US: 'Samoa',
}

/** Countries that measure in pounds, gallons and Fahrenheit. */
const US_REGIONS = ['US', 'LR'] as const

/** @param timeZone an IANA name, such as `Europe/Dublin` */
export function guessedHemisphere(timeZone: string): 'northern' | 'southern' {
  const [area = '', ...place] = timeZone.split('/')
  const isSouthern = SOUTHERN_ZONES[area]?.split(' ').includes(place.join('/'))
  return isSouthern ? 'southern' : 'northern'
}

/**
 * Units that somebody of this language likely cooks in.
 *
 * @param language a BCP 47 tag, such as `en-US`; one without a country counts as metric
 */
export function guessedUnits(language: string): UnitChoice {
  const region = /^[a-z]{2,3}(?:-[A-Za-z]{4})?-([A-Z]{2})\b/.exec(language)?.[1]
  return US_REGIONS.some((each) => each === region) ? US_UNITS : METRIC_UNITS
}
