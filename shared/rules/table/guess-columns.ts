import type { UnitChoice } from '../../../core/quantity/unit-choice'
import { defaultUnits } from '../../../core/quantity/unit-choice'
import { foldName } from '../walk/fold-name'
import { ROLE_UNITS, SEVERAL, type ColumnRole, type MappedColumn } from './column-roles'

const AMOUNT = String.raw`(?:weights?|mass|amount|grams?|kg|g|oz|lbs?|gewicht|menge|poids|peso|cantidad)`
const FIBRE = String.raw`(?:fib(?:re|er)s?|yarn|wool|cloth|fabric|skeins?|textile|wof|faser|garn|wolle|laine|fibra|lana|tissu)`
const PLANT = String.raw`(?:plants?|dye ?stuffs?|stuff|foraged|species|dye|pflanzen?|plante|planta|tinte)`

/**
 * What a head says of its column, the more telling first; folded, so without accents and signs. In
 * English, German, French and Spanish, from memory.
 */
const HEADS: readonly (readonly [pattern: string, role: ColumnRole])[] = [
  ['notes?|remarks?|comments?|bemerkung(en)?|notiz(en)?|remarques?|notas?', 'note'],
  [String.raw`(?:ratio|plant (?:to )?fib(?:re|er)|verhaltnis|wof percent|percent wof)`, 'ratio'],
  [`${FIBRE}.*\\b${AMOUNT}|${AMOUNT}( of| per)? ${FIBRE}|wof`, 'fibreMass'],
  [`${PLANT}.*\\b${AMOUNT}|${AMOUNT}( of| per)? ${PLANT}`, 'plantMass'],
  ['mordants?|beizen?|mordancage|mordiente|alum|alaun|alun|iron', 'mordant'],
  ['gathered|picked|foraged|collected|harvested|gesammelt|recolte|recogida', 'gathered'],
  ['date|day|when|dyed|dyed on|datum|fecha|gefarbt', 'dyed'],
  ['ph|final ph|ph end', 'ph'],
  ['temp|temperature|heat|temperatur|temperatura|deg [cf]', 'temperature'],
  ['time|minutes?|mins?|hours?|hrs?|duration|dauer|duree|tiempo', 'minutes'],
  ['water|liquor|litres|liters|wasser|eau|agua', 'water'],
  ['hex|colou?rs?|rgb|farbe|couleur|results?|shade|lab', 'colour'],
  ['again|verdict|keep|repeat|rating|nochmal', 'verdict'],
  ['state|condition|fresh( or)?( dried)?|zustand|frisch', 'state'],
  ['part|parts used|plant part|organ|teil|partie|parte', 'part'],
  ['place|where|location|site|spot|found at|ort|fundort|lieu|lugar', 'place'],
  ['form|format|yarn type', 'form'],
  [FIBRE, 'fibre'],
  ['way|method|process|technique|methode|metodo', 'way'],
  ['pot|bath|batch|session|vat|run|bad', 'pot'],
  ['tag|mark|label|sample|swatch|no|number|nr|id', 'mark'],
  [`${PLANT}|source|plant name|name|what|material|kind`, 'plant'],
]

/** Heads that mean something only where nothing else stands there. */
const WHOLE_HEADS: readonly (readonly [pattern: string, role: ColumnRole])[] = [
  ['(?:cie |lab )?l(?: star)?', 'l'],
  ['(?:cie |lab )?a(?: star)?', 'a'],
  ['(?:cie |lab )?b(?: star)?', 'b'],
]
const HEX = /^#[0-9a-f]{6}$/i

/** A unit in a head: `weight (oz)`, `temp °F`, `grams`. */
const UNITS: readonly (readonly [pattern: RegExp, unit: string])[] = [
  [/°\s*f\b|\bdeg(?:rees)?\s*f\b|\(f\)|fahrenheit/i, '°F'],
  [/°\s*c\b|\bdeg(?:rees)?\s*c\b|\(c\)|celsius/i, '°C'],
  [/\bkg\b|\bkilos?\b/i, 'kg'],
  [/\boz\b|\bounces?\b/i, 'oz'],
  [/\blbs?\b|\bpounds?\b/i, 'lb'],
  [/\bml\b/i, 'mL'],
  [/\bg\b|\bgrams?\b|\bgr\b/i, 'g'],
  [/\bgal(?:lons?)?\b/i, 'gal'],
  [/\bqts?\b|\bquarts?\b/i, 'qt'],
  [/\bcups?\b/i, 'cup'],
  [/\bl\b|\blit(?:re|er)s?\b/i, 'L'],
  [/\bmin(?:ute)?s?\b/i, 'min'],
  [/\bh(?:ou)?rs?\b|\bh\b/i, 'h'],
]

/**
 * What each column is likely to tell, by its head, or by the colours in it; a first guess, for the one
 * whose table it is.
 *
 * @param body rows under the heads
 */
export function guessColumns(
  heads: readonly string[],
  body: readonly (readonly string[])[],
  units: UnitChoice,
): MappedColumn[] {
  const taken = new Set<ColumnRole>()
  return heads.map((head, c) => {
    const cells = body.slice(0, SAMPLED).flatMap((row) => row[c] || [])
    const colours = cells.filter((cell) => HEX.test(cell)).length
    const guessed = colours > 0 && 2 * colours >= cells.length ? 'colour' : roleOf(head)
    // what is not understood is kept in the note until somebody says otherwise
    const isOver = taken.has(guessed) && !SEVERAL.includes(guessed)
    const role = isOver || (guessed === 'skip' && cells.length > 0) ? 'note' : guessed
    taken.add(role)
    return { role, unit: unitOf(role, head, units), head }
  })
}

/** Whether a head says that its column holds notes. */
export const tellsNote = (head: string): boolean => roleOf(head) === 'note'

function roleOf(head: string): ColumnRole {
  const folded = foldName(head.replace('%', ' percent '))
  if (folded === '') return 'skip'
  const whole = [...WHOLE_HEADS, ...HEADS].find(([pattern]) =>
    new RegExp(`^(?:${pattern})$`).test(withoutUnit(folded)),
  )
  const within = () => HEADS.find(([pattern]) => new RegExp(`\\b(?:${pattern})\\b`).test(folded))
  return (whole ?? within())?.[1] ?? 'skip'
}

/** `weight of wool g` stays; `temp c` is `temp`. */
const withoutUnit = (folded: string) =>
  folded.replace(/(?<=[a-z] )(?:c|f|min|mins|h|l|ml|gal|percent)$/, '').trim()

/** The unit for a role: as the head has it, else as the settings have it. */
export function unitOf(role: ColumnRole, head: string, units: UnitChoice): string {
  const choices = ROLE_UNITS[role]
  if (!choices) return ''
  const told = UNITS.find(([pattern, unit]) => choices.includes(unit) && pattern.test(head))
  if (told) return told[1]
  const { mass, volume, temperature } = defaultUnits(units)
  if (role === 'minutes') return 'min'
  if (role === 'temperature') return temperature
  return role === 'water' ? volume : mass
}

/** How many rows of a sheet are its head, and which is the first of them. */
export interface HeadRows {
  from: number
  count: 1 | 2
}

const SEARCHED = 12
const SAMPLED = 50
const NUMBER = /^[\d.,\s%]+$/

/** Finds the row of heads: under titles, perhaps with a second row of details under merged ones. */
export function guessHead(rows: readonly (readonly string[])[]): HeadRows {
  const scores = rows.slice(0, SEARCHED).map(score)
  const from = Math.max(0, scores.indexOf(Math.max(...scores)))
  const first = rows[from] ?? []
  const before = rows[from - 1] ?? []
  // merged heads say the same twice, with the telling row under them
  if (from > 0 && hasRepeats(before) && score(before) > 0) return { from: from - 1, count: 2 }
  if (hasRepeats(first) && score(rows[from + 1] ?? []) > 0) return { from, count: 2 }
  return { from, count: 1 }
}

const score = (row: readonly string[]) =>
  row.filter((cell) => cell !== '' && !NUMBER.test(cell) && roleOf(cell) !== 'skip').length -
  2 * row.filter((cell) => NUMBER.test(cell)).length

const hasRepeats = (row: readonly string[]) =>
  row.some((cell, c) => cell !== '' && cell === row[c + 1])

/** The heads of the columns: of two rows, what both say. */
export function headsOf(rows: readonly (readonly string[])[], { from, count }: HeadRows): string[] {
  const width = Math.max(0, ...rows.map((row) => row.length))
  return Array.from({ length: width }, (_, c) => {
    const told = rows.slice(from, from + count).map((row) => row[c] ?? '')
    return [...new Set(told)].filter(Boolean).join(' ').trim()
  })
}
