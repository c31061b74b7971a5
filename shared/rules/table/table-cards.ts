import type { Fibre } from '../../../catalogue/fibres'
import { PARTS } from '../../../catalogue/parts'
import { messageOf } from '../../../core/present'
import { cardSchema, type Card } from '../../schemas/swatch/card'
import type { ReadBy } from '../../schemas/swatch/reading'
import type { Source } from '../../schemas/walk/source'
import { validate } from '../../validate'
import { notToldWords, usualFormOf, usualStateOf, usualWayOf } from '../swatch/taken-as-usual'
import { foldName } from '../walk/fold-name'
import type { LeftCell, PieceFacts, PotFacts, ReadRow, StrangeWord } from './read-row'

/** What holds for a whole table, where its cells do not say. */
export interface TableDefaults {
  /** Empty: as is usual of each plant. */
  state: Card['state'] | ''
  /** Empty: a row must say. */
  fibre: Fibre | ''
  readBy: ReadBy
  /** What becomes of cells that cannot be read: the row is refused, or they go into its note. */
  unread: 'refuse' | 'note'
}

/** Rows of one pot, gathered. */
export interface TablePot {
  /** Its first row, as it stands in the file. */
  line: number
  rows: ReadRow[]
}

/** Rows that say they are of one pot; each that says nothing of it is one of its own. */
export function gatherPots(rows: readonly ReadRow[]): TablePot[] {
  const named = new Map<string, TablePot>()
  return rows.flatMap((row) => {
    const name = foldName(row.pot.pot)
    const known = name === '' ? undefined : named.get(name)
    if (known) {
      known.rows.push(row)
      return []
    }
    const pot: TablePot = { line: row.line, rows: [row] }
    if (name !== '') named.set(name, pot)
    return [pot]
  })
}

/** What a pot of a table comes to: a card to be kept, or why it cannot be. */
export interface TableCard {
  card: Omit<Card, 'id'> | null
  /** In a few words, as the table has it. */
  what: string
  /** Why there is no card; empty: there is one. */
  why: string
  strange: StrangeWord[]
}

/**
 * One card of the rows of a pot.
 *
 * @param sourceOf the source that a plant's name means, with its part; null: it is not known
 */
export function tableCard(
  { rows }: TablePot,
  sourceOf: (plant: string, part: PotFacts['part']) => Source | null,
  defaults: TableDefaults,
): TableCard {
  const { facts, clashes } = merged(rows)
  const pieces = rows.flatMap((row) => row.pieces)
  const left = rows.flatMap((row) => row.left)
  const strange = rows.flatMap((row) => row.strange)
  const source = facts.plant === '' ? null : sourceOf(facts.plant, facts.part)
  if (facts.plant !== '' && !source) strange.push({ kind: 'plant', text: plantWords(facts) })
  const what = whatOf(facts, pieces)
  const refused = (why: string): TableCard => ({ card: null, what, why, strange })
  if (facts.plant === '') return refused('which plant it was is not told')
  const stops = left.filter((cell) => isStop(cell, defaults))
  const troubles = [...clashes, ...stops.map(cellWords)]
  if (troubles.length > 0) return refused(troubles.join('; '))
  const unknown = strange.filter(({ kind }) => kind === 'plant' || defaults.unread === 'refuse')
  if (!source || unknown.length > 0) {
    const words = unknown.map(({ kind, text }) => `${kind} "${text}"`)
    return refused(`say what is meant by ${[...new Set(words)].join(', ')}`)
  }
  const fibres = pieces.map(({ fibre }) => fibre ?? (defaults.fibre || null))
  if (fibres.includes(null)) return refused('which fibre it was is not told: say it for all rows')
  try {
    return { what, why: '', strange, card: cardOf({ facts, pieces, rows, left, source, defaults }) }
  } catch (error) {
    return refused(messageOf(error))
  }
}

interface Known {
  facts: PotFacts
  pieces: readonly PieceFacts[]
  rows: readonly ReadRow[]
  left: readonly LeftCell[]
  source: Source
  defaults: TableDefaults
}

function cardOf({ facts, pieces, rows, left, source, defaults }: Known): Omit<Card, 'id'> {
  const missing = [
    ...(facts.way ? [] : ['way']),
    ...(facts.state || defaults.state || !facts.mass ? [] : ['state of the plant']),
    ...(pieces.every(({ fibre }) => fibre) ? [] : ['fibre']),
  ]
  const note = [
    ...new Set(rows.flatMap(({ notes }) => notes)),
    ...left.map(({ head, text }) => (head ? `${head}: ${text}` : text)),
    notToldWords(missing),
  ]
  const body: Omit<Card, 'id'> = {
    sourceId: source.id,
    massG: facts.mass?.massG ?? null,
    massBasis: facts.mass?.isAbout ? 'about' : 'weighed',
    state: facts.state ?? (defaults.state || usualStateOf(source)),
    ratio: facts.ratio,
    gathered: facts.gathered,
    place: facts.place,
    dyed: facts.dyed,
    way: facts.way ?? usualWayOf(source),
    minutes: facts.minutes,
    tempC: facts.tempC,
    waterL: facts.waterL,
    finalPh: facts.finalPh,
    pieces: pieces.map((piece) => pieceOf(piece, defaults)),
    note: note.filter(Boolean).join('. '),
  }
  return validate(tableCardSchema, body)
}

/** A card without its id, which the log gives it. */
const tableCardSchema = cardSchema.fork('id', (field) => field.forbidden())

function pieceOf(
  { fibre, form, fibreMass, mordants, colour, verdict, mark }: PieceFacts,
  defaults: TableDefaults,
): Card['pieces'][number] {
  const known = (fibre ?? defaults.fibre) || 'wool'
  return {
    fibre: known,
    form: form ?? usualFormOf(known),
    dryG: fibreMass?.massG ?? null,
    dryBasis: fibreMass?.isAbout ? 'about' : 'weighed',
    mordants,
    reading: colour && { ...colour, wet: false, washed: null, by: defaults.readBy },
    bare: null,
    verdict,
    mark,
  }
}

const isStop = ({ isFormula, why }: LeftCell, { unread }: TableDefaults) =>
  isFormula || (unread === 'refuse' && why !== '')

const cellWords = ({ head, text, why }: LeftCell) => `${head} "${text.slice(0, 40)}": ${why}`

export const plantWords = ({ plant, part }: Pick<PotFacts, 'plant' | 'part'>) =>
  part ? `${plant} ${PARTS[part].label}` : plant

/** Facts of one pot, each told once; what two rows say differently is no fact. */
function merged(rows: readonly ReadRow[]): { facts: PotFacts; clashes: string[] } {
  const [first, ...others] = rows
  if (!first) throw new RangeError('a pot of no rows')
  const facts: PotFacts = { ...first.pot }
  const clashes = others.flatMap(({ line, pot }) =>
    (Object.keys(facts) as (keyof PotFacts)[]).flatMap((key) => {
      const [known, told] = [facts[key], pot[key]]
      if (told === null || told === '') return []
      if (known === null || known === '') {
        Object.assign(facts, { [key]: told })
        return []
      }
      const isSame = JSON.stringify(told).toLowerCase() === JSON.stringify(known).toLowerCase()
      return isSame ? [] : [`line ${line} says another ${FACT_WORDS[key]} of the same pot`]
    }),
  )
  return { facts, clashes }
}

const FACT_WORDS: Record<keyof PotFacts, string> = {
  pot: 'pot',
  plant: 'plant',
  part: 'part',
  state: 'state',
  mass: 'amount of plant',
  ratio: 'ratio',
  gathered: 'day of gathering',
  place: 'place',
  way: 'way',
  minutes: 'time',
  tempC: 'heat',
  waterL: 'amount of water',
  finalPh: 'pH',
  dyed: 'day',
}

function whatOf(facts: PotFacts, pieces: readonly PieceFacts[]): string {
  const colours = pieces.filter(({ colour }) => colour).length
  return [
    plantWords(facts) || 'no plant',
    facts.dyed?.on,
    pieces.length === 1 ? '1 piece' : `${pieces.length} pieces`,
    colours === pieces.length ? null : `${colours} with a colour`,
  ]
    .filter(Boolean)
    .join(', ')
}
