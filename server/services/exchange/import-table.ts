import { rollup } from 'd3-array'
import type { Knex } from 'knex'
import { FileProblem } from '../../../core/formats/table'
import { parseJson } from '../../../core/json'
import { present } from '../../../core/present'
import { readRow, type PotFacts, type StrangeWord } from '../../../shared/rules/table/read-row'
import {
  gatherPots,
  plantWords,
  tableCard,
  type TablePot,
} from '../../../shared/rules/table/table-cards'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { tableImportSchema, type TableImport } from '../../../shared/schemas/exchange/table-import'
import type { Card, RoughDay } from '../../../shared/schemas/swatch/card'
import type { Source } from '../../../shared/schemas/walk/source'
import { validate } from '../../../shared/validate'
import type { PlannedRow, UnknownWord } from '../../../shared/views/exchange/import-plan'
import type { Database } from '../../database/open'
import { giveWay } from '../../database/give-way'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import type { Batch, Clock } from '../log/records'
import { sourceNamed, type Names } from '../swatch/notes'
import { importer, refusedOnLine, type Progress } from './importer'
import { MOST_ALIKE, stableIds } from './stable-id'

interface PlannedPot extends PlannedRow {
  card: Card | null
  strange: StrangeWord[]
}

/** Pots planned before others get a turn. */
const AT_ONCE = 50

/** Pots and their swatches from somebody's spreadsheet, whose columns and words were explained. */
export const importTable = (
  database: Database,
  names: Names,
  keepIn: (batch: Batch, card: Card) => Promise<unknown>,
  clock: Clock,
) =>
  importer<TableImport, PlannedPot>(database, clock, {
    read: (bytes) => Promise.resolve(tableOf(bytes)),
    plan: (db, table, progress) => planTable(db, names, table, progress),
    unknown: unknownWords,
    begin:
      (batch) =>
      async ({ line, card }) => {
        await refusedOnLine(line, () => keepIn(batch, present(card)))
      },
  })

function tableOf(bytes: Uint8Array): TableImport {
  const told = (() => {
    try {
      return parseJson<unknown>(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
    } catch {
      throw new FileProblem(1, 'this is no table as the page sends it.')
    }
  })()
  return validate(tableImportSchema, told)
}

async function planTable(
  db: Knex,
  names: Names,
  table: TableImport,
  progress: Progress,
): Promise<PlannedPot[]> {
  const context = { ...table, days: new Map<string, RoughDay>() }
  const rows = table.rows
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ''))
    .map(({ line, cells }) => readRow(line, cells, table.columns, context))
  const pots = gatherPots(rows)
  const sources = await sourcesOf(db, names, pots, table)
  const sourceOf = (plant: string, part: PotFacts['part']) =>
    sources.get(plantKey(plant, part)) ?? null
  const seen = new Map<string, number>()
  const planned: PlannedPot[] = []
  for (let from = 0; from < pots.length; from += AT_ONCE) {
    const told = pots.slice(from, from + AT_ONCE).map((pot) => toldPot(pot, sourceOf, table))
    const states = await potRepository(db).statesOf(told.flatMap(({ ids }) => ids))
    planned.push(...told.map((pot) => plannedPot(pot, states, seen)))
    progress(planned.length, pots.length)
    await giveWay()
  }
  return planned
}

/** A pot with what it comes to, and the ids it may have. */
function toldPot(
  pot: TablePot,
  sourceOf: (plant: string, part: PotFacts['part']) => Source | null,
  table: TableImport,
) {
  const told = tableCard(pot, sourceOf, table)
  const ids = told.card ? idsOf(told.card) : []
  return { line: pot.line, ids, ...told }
}

const plantKey = (plant: string, part: PotFacts['part']) => foldName(plantWords({ plant, part }))

/** Each plant that a table names, once: as it was said to be, else by its own name. */
async function sourcesOf(
  db: Knex,
  names: Names,
  pots: readonly TablePot[],
  { words }: TableImport,
): Promise<Map<string, Source>> {
  const found = new Map<string, Source>()
  const asked = new Map(
    pots.flatMap(({ rows }) =>
      rows.flatMap(({ pot }) =>
        pot.plant === '' ? [] : [[plantKey(pot.plant, pot.part), pot] as const],
      ),
    ),
  )
  for (const [key, pot] of asked) {
    const said = words.plant?.[key]
    const source = said
      ? (await sourceRepository(db).findMany([said]))[0]
      : (await sourceNamed(names, plantWords(pot))).source
    // another part of it is another source: it is asked for
    if (source && (said || !pot.part || source.part === pot.part)) found.set(key, source)
  }
  return found
}

/**
 * A pot has the same id whenever the same is brought in: so a file that is brought in twice doubles
 * nothing, and one that was undone can come again.
 */
function plannedPot(
  { line, ids, card, what, why, strange }: ReturnType<typeof toldPot>,
  states: ReadonlyMap<string, 'kept' | 'aside'>,
  seen: Map<string, number>,
): PlannedPot {
  const refused = (words: string): PlannedPot => {
    return { line, outcome: 'refused', what, why: words, card: null, strange }
  }
  if (!card) return refused(why)
  const before = seen.get(present(ids[0])) ?? 0
  seen.set(present(ids[0]), before + 1)
  const kept = ids.filter((id) => states.get(id) === 'kept')
  const known = kept[before]
  if (known) return { line, outcome: 'same', what, why: '', card: { ...card, id: known }, strange }
  const id = ids.filter((each) => !states.has(each))[before - kept.length]
  if (id) return { line, outcome: 'new', what, why: '', card: { ...card, id }, strange }
  return refused(`over ${MOST_ALIKE} pots of the very same facts: give them marks or days`)
}

const idsOf = (card: Omit<Card, 'id'>): string[] =>
  stableIds(JSON.stringify(card), card.dyed?.on ?? null)

function unknownWords(planned: readonly PlannedPot[]): UnknownWord[] {
  const all = planned.flatMap(({ strange }) => strange)
  const counted = rollup(
    all,
    (some) => ({ kind: present(some[0]).kind, text: present(some[0]).text, rows: some.length }),
    ({ kind, text }) => `${kind}/${foldName(text)}`,
  )
  return [...counted.values()].sort((a, b) => b.rows - a.rows)
}
