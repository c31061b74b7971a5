import type { Factor } from '~~/core/evidence/factors'
import { last } from '~~/core/present'

/** What factors are called in a sentence. */
export const FACTOR_WORDS: Record<Factor, string> = {
  source: 'source',
  lot: 'lot',
  part: 'part',
  state: 'state of the plant',
  particleSize: 'how fine it is cut',
  spent: 'fresh or spent stuff',
  aged: 'ageing',
  soaked: 'soaking',
  storageDays: 'time it was kept',
  ratioDry: 'ratio',
  fibre: 'fibre',
  base: 'base colour',
  mordant: 'mordant',
  mordantPercent: 'amount of mordant',
  mordantHeat: 'heat of the mordant bath',
  mordantFinish: 'drying after the mordant',
  way: 'way',
  tempC: 'heat',
  boiled: 'boiling',
  minutes: 'time in',
  water: 'water',
  vessel: 'vessel',
  finalPh: 'final pH',
  shift: 'shift',
  coats: 'coats or dips',
  cooled: 'cooling in the bath',
  soap: 'soap after it',
  bathNumber: 'bath',
  companions: 'company in the bath',
  readingMethod: 'way of reading',
}

/** `ratio, fibre and water` */
export const listWords = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${last(words)}`
