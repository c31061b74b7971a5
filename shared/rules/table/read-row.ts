import { isMordant, type Mordant } from '../../../catalogue/agents'
import type { Fibre, Form } from '../../../catalogue/fibres'
import type { Part } from '../../../catalogue/parts'
import type { Way } from '../../../catalogue/ways'
import type { GivenColour } from '../../../core/colour/screen-colour'
import { tellsFormula } from '../../../core/formats/formula'
import type { MeasureSystem } from '../../../core/quantity/units'
import type { Card, RoughDay } from '../../schemas/swatch/card'
import type { Verdict } from '../../schemas/swatch/swatch'
import type { DayOrder } from '../note/rough-day'
import type { ColumnRole, MappedColumn } from './column-roles'
import { tellsNote } from './guess-columns'
import {
  isNothing,
  labOf,
  quantity,
  readColour,
  readDay,
  readMass,
  readMinutes,
  readNumber,
  readRatio,
  UnreadCell,
} from './read-cell'
import { readMordants, tellsLater, tellsMass, type ReadMordants } from './read-mordants'
import { meaningOf, type WordKind, type WordMeanings } from './table-words'

/** How cells are meant, beside what their columns are. */
export interface CellContext extends DayOrder {
  system: MeasureSystem
  words: WordMeanings
  /** Days that were read before, by how they are written: reading one in words is dear. */
  days: Map<string, RoughDay>
}

/** What a row says of the pot. */
export interface PotFacts {
  pot: string
  plant: string
  part: Part | null
  state: Card['state'] | null
  mass: { massG: number; isAbout: boolean } | null
  ratio: number | null
  gathered: RoughDay | null
  place: string
  way: Way | null
  minutes: number | null
  tempC: number | null
  waterL: number | null
  finalPh: number | null
  dyed: RoughDay | null
}

/** What a row says of one piece. */
export interface PieceFacts {
  fibre: Fibre | null
  form: Form | null
  fibreMass: { massG: number; isAbout: boolean } | null
  /** null: nothing is said of any; empty: there was none. */
  mordants: { agent: Mordant; percentWof: number | null }[] | null
  colour: GivenColour | null
  verdict: Verdict | null
  mark: string
}

/** A cell of which nothing was made. */
export interface LeftCell {
  head: string
  text: string
  /** Why; empty where its words are only not known yet. */
  why: string
  isFormula: boolean
}

export interface StrangeWord {
  kind: WordKind
  text: string
}

export interface ReadRow {
  line: number
  pot: PotFacts
  pieces: PieceFacts[]
  notes: string[]
  left: LeftCell[]
  strange: StrangeWord[]
}

const FORMULA_WHY = 'it holds a formula: paste its value, or leave its column unread'

const EMPTY_POT: PotFacts = {
  pot: '',
  plant: '',
  part: null,
  state: null,
  mass: null,
  ratio: null,
  gathered: null,
  place: '',
  way: null,
  minutes: null,
  tempC: null,
  waterL: null,
  finalPh: null,
  dyed: null,
}

/**
 * Reads a row of somebody's table by what its columns are said to tell. Nothing is guessed: what is not
 * understood is told cell by cell.
 *
 * @param cells as many as there are columns, or fewer
 */
export function readRow(
  line: number,
  cells: readonly string[],
  columns: readonly MappedColumn[],
  context: CellContext,
): ReadRow {
  const pot: PotFacts = { ...EMPTY_POT }
  const row: ReadRow = { line, pot, pieces: [], notes: [], left: [], strange: [] }
  const piece: PieceFacts = {
    fibre: null,
    form: null,
    fibreMass: null,
    mordants: null,
    colour: null,
    verdict: null,
    mark: '',
  }
  const lab: Partial<Record<'l' | 'a' | 'b', number>> = {}
  const mordants: ToldMordants[] = []
  const coloured: { colour: GivenColour; head: string }[] = []

  /** By its name; a word that is not known is told, and one that is said to be none stays as a note. */
  const named = <T extends string>(
    kind: Exclude<WordKind, 'plant'>,
    text: string,
    head: string,
  ): T | null => {
    const meant = meaningOf(kind, text, context.words)
    if (meant === null) throw strangeWord(kind, text)
    if (meant === '') row.notes.push(`${head}: ${text}`)
    return (meant || null) as T | null
  }
  const strangeWord = (kind: WordKind, text: string) => {
    row.strange.push({ kind, text })
    return new UnreadCell('')
  }
  const READERS: Record<ColumnRole, (text: string, column: MappedColumn) => void> = {
    skip: () => undefined,
    plant: (text) => (pot.plant = text),
    part: (text, { head }) => (pot.part = named('part', text, head)),
    state: (text, { head }) => (pot.state = named('state', text, head)),
    plantMass: (text, { unit }) => (pot.mass = readMass(text, unit, context.system)),
    ratio: (text) => (pot.ratio = readRatio(text)),
    gathered: (text) => (pot.gathered = dayIn(text, context)),
    place: (text) => (pot.place = text),
    fibre: (text, { head }) => (piece.fibre = named('fibre', text, head)),
    form: (text, { head }) => (piece.form = named('form', text, head)),
    fibreMass(text, { head, unit }) {
      piece.fibreMass = readMass(text, unit, context.system)
      // "wool (g)" says which fibre too
      piece.fibre ??= fibreOf(head, context.words)
    },
    mordant(text, { head }) {
      const agent = agentOf(head, context.words)
      const told = readMordants(text, { agent, isMass: tellsMass(head) }, context.words)
      told.strange.forEach((word) => row.strange.push({ kind: 'mordant', text: word }))
      if (told.strange.length > 0) throw new UnreadCell('')
      if (told.isForNote) row.notes.push(`${head}: ${text}`)
      mordants.push({ ...told, isOfAgent: agent !== null })
    },
    way: (text, { head }) => (pot.way = named('way', text, head)),
    minutes: (text, { unit }) => (pot.minutes = readMinutes(text, unit)),
    temperature: (text, { unit }) =>
      (pot.tempC = quantity(text, 'temperature', unit, context.system)),
    water: (text, { unit }) => (pot.waterL = quantity(text, 'volume', unit, context.system)),
    ph: (text) => (pot.finalPh = readNumber(text.replace(/^ph\s*/i, ''), 'pH', [0, 14])),
    dyed: (text) => (pot.dyed = dayIn(text, context)),
    pot(text, { head }) {
      pot.pot = text
      row.notes.push(`${head}: ${text}`)
    },
    colour(text, { head }) {
      coloured.push({ colour: readColour(text), head })
      if (tellsLater(head)) row.notes.push(`${head}: ${text}`)
    },
    l: (text) => (lab.l = readNumber(text, 'L*', [0, 100])),
    a: (text) => (lab.a = readNumber(text, 'a*', [-128, 128])),
    b: (text) => (lab.b = readNumber(text, 'b*', [-128, 128])),
    verdict: (text, { head }) => (piece.verdict = named('verdict', text, head)),
    mark: (text) => (piece.mark = text.slice(0, 40)),
    note: (text, { head }) => row.notes.push(tellsNote(head) ? text : `${head}: ${text}`),
  }
  columns.forEach((column, c) => {
    const text = (cells[c] ?? '').trim()
    if (column.role === 'skip' || isNothing(text)) return
    const { head } = column
    if (tellsFormula(text)) {
      row.left.push({ head, text, why: FORMULA_WHY, isFormula: true })
      return
    }
    try {
      READERS[column.role](text, column)
    } catch (error) {
      if (!(error instanceof UnreadCell)) throw error
      row.left.push({ head, text, why: error.message, isFormula: false })
    }
  })
  piece.mordants = mordantsOfRow(mordants, columns)
  if (lab.l !== undefined && lab.a !== undefined && lab.b !== undefined) {
    coloured.push({ colour: labOf(lab.l, lab.a, lab.b), head: '' })
  }
  row.pieces =
    coloured.length === 0
      ? [piece]
      : coloured.map(({ colour, head }) => ({ ...ofHead(piece, head, context.words), colour }))
  return row
}

interface ToldMordants extends ReadMordants {
  /** Of one agent alone, which the head names. */
  isOfAgent: boolean
}

/** null where nobody knows: "no iron" beside an empty column of alum is not "no mordant". */
function mordantsOfRow(
  told: readonly ToldMordants[],
  columns: readonly MappedColumn[],
): PieceFacts['mordants'] {
  if (told.some(({ isLater }) => isLater)) return null
  const all = told.flatMap(({ mordants }) => mordants)
  if (all.length > 0) return all
  const asked = columns.filter(({ role }) => role === 'mordant').length
  const areNone = told.length === asked && told.every(({ isNone }) => isNone)
  return told.some(({ isNone, isOfAgent }) => isNone && !isOfAgent) || (asked > 0 && areNone)
    ? []
    : null
}

function dayIn(text: string, context: CellContext): RoughDay {
  const known = context.days.get(text)
  if (known) return known
  const day = readDay(text, context)
  context.days.set(text, day)
  return day
}

/** Colours side by side are pieces: what a head names is what its piece was. */
function ofHead(piece: PieceFacts, head: string, words: WordMeanings): PieceFacts {
  if (head === '') return piece
  const told = { ...piece }
  if (tellsLater(head)) told.mordants = null
  for (const word of wordsIn(head)) {
    const fibre = meaningOf('fibre', word, words)
    if (fibre) told.fibre = fibre as Fibre
    const mordant = meaningOf('mordant', word, words)
    if (mordant && !tellsLater(head))
      told.mordants = isMordant(mordant) ? [{ agent: mordant, percentWof: null }] : []
  }
  return told
}

const fibreOf = (head: string, words: WordMeanings): Fibre | null =>
  (wordsIn(head)
    .map((word) => meaningOf('fibre', word, words))
    .findLast(Boolean) as Fibre | undefined) ?? null

/** The mordant that a head names: `alum %`. */
function agentOf(head: string, words: WordMeanings): Mordant | null {
  const agents = wordsIn(head).flatMap((word) => {
    const meant = meaningOf('mordant', word, words)
    return meant && isMordant(meant) ? [meant] : []
  })
  return agents[0] ?? null
}

/** Words of a head, alone and two together: "no mordant", "superwash wool". */
function wordsIn(head: string): string[] {
  const words = head.split(/[\s,()%:]+/).filter(Boolean)
  return [...words, ...words.slice(1).map((word, i) => `${words[i]} ${word}`)]
}
