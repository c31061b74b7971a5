import Joi from 'joi'
import type { UnitChoice } from '../../../core/quantity/unit-choice'
import { PH_READING_SD } from '../../../core/acid-base/unknown-bath'
import { keysOf } from '../../../core/json'
import type { WordMeanings } from '../../rules/table/table-words'
import { wordsField } from '../exchange/table-import'
import { dateField, nameField } from './common'

interface Burner {
  name: string
  powerW: number
}

/** What is set once, for all of a log. */
export interface Settings {
  hemisphere: 'northern' | 'southern'
  burners: Burner[]
  /** Hours in which somebody is up: nothing burns and nothing wants hands outside them. */
  handsFrom: string
  handsTo: string
  /** Local dates on which nobody is there: nothing is lit and nothing wants hands. */
  daysAway: string[]
  /** For daylight; a whole degree is near enough, and tells no place. */
  latitude: number
  altitudeM: number
  /** What is read and typed on every page; all is kept in g, L and °C. */
  massUnits: UnitChoice['mass']
  volumeUnits: UnitChoice['volume']
  temperatureScale: UnitChoice['temperature']
  /** How dates, clocks, weeks and decimals are written; as the browser's language has it, or set. */
  dateOrder: 'browser' | 'dmy' | 'mdy' | 'ymd'
  clock: 'browser' | '24h' | '12h'
  weekStart: 'browser' | 'monday' | 'sunday' | 'saturday'
  decimalMark: 'browser' | 'point' | 'comma'
  /** What powders are measured with where little of them is wanted. */
  doses: 'scale' | 'spoons'
  phReadBy: keyof typeof PH_READING_SD
  /** More plant is enough where twice of it adds no more than so many per cent. */
  enoughPercent: number
  /** The spoon by which additions are told, mL. */
  spoonMl: number
  /** What own words of spreadsheets were said to mean. */
  tableWords: WordMeanings
  scale: 'none' | 'simulated'
  probe: 'none' | 'simulated'
  reader: 'none' | 'simulated'
  /** Of the stand-in instruments. */
  seed: number
}

export const PLAIN_SETTINGS: Settings = {
  hemisphere: 'northern',
  handsFrom: '07:00',
  handsTo: '22:00',
  daysAway: [],
  latitude: 52,
  burners: [{ name: 'hot plate', powerW: 1800 }],
  altitudeM: 0,
  massUnits: 'metric',
  volumeUnits: 'metric',
  temperatureScale: 'C',
  dateOrder: 'browser',
  clock: 'browser',
  weekStart: 'browser',
  decimalMark: 'browser',
  doses: 'scale',
  phReadBy: 'fineStrip',
  enoughPercent: 20,
  spoonMl: 5,
  tableWords: {},
  scale: 'none',
  probe: 'none',
  reader: 'none',
  seed: 0.37,
}

export const unitsOf = ({
  massUnits,
  volumeUnits,
  temperatureScale,
}: Pick<Settings, 'massUnits' | 'volumeUnits' | 'temperatureScale'>): UnitChoice => ({
  mass: massUnits,
  volume: volumeUnits,
  temperature: temperatureScale,
})

const hour = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
  .messages({ 'string.pattern.base': '{#label} must be a time of day such as 07:30' })

export const settingsSchema = Joi.object<Partial<Settings>>({
  hemisphere: Joi.string().valid('northern', 'southern'),
  burners: Joi.array()
    .items(
      Joi.object({
        name: nameField.required(),
        powerW: Joi.number().min(100).max(20_000).required(),
      }),
    )
    .min(1)
    .max(8),
  handsFrom: hour,
  handsTo: hour,
  daysAway: Joi.array().items(dateField).max(400).unique(),
  latitude: Joi.number().integer().min(-65).max(65),
  altitudeM: Joi.number().min(-400).max(5000),
  massUnits: Joi.string().valid('metric', 'avoirdupois'),
  volumeUnits: Joi.string().valid('metric', 'us', 'imperial'),
  temperatureScale: Joi.string().valid('C', 'F'),
  dateOrder: Joi.string().valid('browser', 'dmy', 'mdy', 'ymd'),
  clock: Joi.string().valid('browser', '24h', '12h'),
  weekStart: Joi.string().valid('browser', 'monday', 'sunday', 'saturday'),
  decimalMark: Joi.string().valid('browser', 'point', 'comma'),
  doses: Joi.string().valid('scale', 'spoons'),
  phReadBy: Joi.string().valid(...keysOf(PH_READING_SD)),
  enoughPercent: Joi.number().integer().min(10).max(30),
  spoonMl: Joi.number().min(1).max(30),
  tableWords: wordsField,
  scale: Joi.string().valid('none', 'simulated'),
  probe: Joi.string().valid('none', 'simulated'),
  reader: Joi.string().valid('none', 'simulated'),
  seed: Joi.number().greater(0).less(1),
}).min(1)
