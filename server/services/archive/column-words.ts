/** What each table of an archive holds, and the units of its columns, for a reader without the program. */

const TABLES: Record<string, string> = {
  allowance: 'How much may be taken of a source at a place',
  bath_agent: 'What went into a mordant bath',
  bath_event: 'Notes and steps of a mordant bath',
  bath_piece: 'Pieces in a mordant bath',
  change_log: 'Every change of the log, with the thing before and after it as JSON',
  container: 'Bags and baskets with their own weight',
  jar: 'Jars that stand in the sun, in ammonia or in vinegar',
  jar_round: 'Looks at a jar, and what was drawn off',
  lot: 'What was gathered, one lot for each gathering or part of one',
  lot_movement: 'Amounts that came to a lot and left it',
  lot_step: 'What was done to a lot: stripped, dried, ground, each weighed',
  marker: 'Signs of the year that open a season',
  mordant_bath: 'Mordant baths',
  own_way: 'Ways of dyeing written down here',
  patch: 'Places',
  photo: 'Photos, by the SHA-256 of their files in photos/',
  piece: 'Yarn, cloth and fibre',
  piece_set: 'Sets of pieces that belong together',
  plan: 'What is to be dyed for a day',
  pot: 'Dye pots: planned, on the hob and done',
  pot_event: 'Readings and notes of a pot, by time',
  pot_piece: 'Pieces in a pot',
  reading: 'Colours, read of a swatch or of a bare piece',
  setting: 'Settings',
  shelf_item: 'Mordants, acids and alkalis on the shelf',
  shelf_movement: 'Amounts that came to the shelf and left it',
  source: 'Plants, fungi and lichens, one row for each part that gives colour',
  source_name: 'Names of a source',
  swatch: 'Swatches: one piece out of one pot',
  tag_serial: 'Last number of each kind of tag in each year',
  treatment: 'Washing and mordanting of a piece',
  trial: 'Fair trials with their design and lots drawn',
  fastness_test: 'Tests of light, wash, rub and drop, each with its looks',
  vessel: 'Pots and pans',
  wish: 'What is wished for',
}

const BY_NAME: Record<string, string> = {
  l: 'CIELAB L*, D65, 2 degrees',
  a: 'CIELAB a*',
  b: 'CIELAB b*',
  reflectance: 'reflectance factors at 400 to 700 nm by 10 nm, a JSON list',
  lat: 'degrees north',
  lon: 'degrees east',
  percent_wof: 'percent of the dry weight of fibre',
  dry_fraction: 'g dry in one g as weighed',
  own_dry_fraction: 'g dry in one g as weighed',
  error_de: 'CIEDE2000',
  hex: 'sRGB',
  ph: 'pH',
  final_ph: 'pH',
  light_hours: 'h of light before the reading',
  metres_per_100g: 'm in 100 g',
}

const BY_END: [end: RegExp, words: string][] = [
  [/_g$/, 'g'],
  [/_l$/, 'L'],
  [/(?:^|_)temp_c$/, 'degrees Celsius'],
  [/_cm$/, 'cm'],
  [/(?:^|_)min(?:utes)?$/, 'min'],
  [/^minutes$/, 'min'],
  [/_days$/, 'days'],
  [/_at$/, 'instant, UTC'],
  [/_on$/, 'local date'],
  [/_id$/, 'id of a row of the table that it names'],
  [/^id$/, 'UUID, for ever the same'],
]

/** What a table holds. */
export const tableWords = (name: string): string => TABLES[name] ?? name.replaceAll('_', ' ')

/** Unit or meaning of a column; undefined where its name says it. */
export const columnWords = (name: string): string | undefined =>
  BY_NAME[name] ?? BY_END.find(([end]) => end.test(name))?.[1]
