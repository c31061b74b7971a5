import type { Knex } from 'knex'
import { fibreFacts } from '../../../catalogue/fibres'
import { writeHeader, writeRows, type Table } from '../../../core/formats/table'
import { formatMass } from '../../../core/quantity/format-quantity'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { newId } from '../../../shared/ids'
import type { PlannedRow } from '../../../shared/views/exchange/import-plan'
import {
  newPieceSchema,
  pieceChangeSchema,
  PLAIN_TRAITS,
  type NewPiece,
  type Piece,
  type PieceChange,
} from '../../../shared/schemas/basket/piece'
import { validate } from '../../../shared/validate'
import type { Database } from '../../database/open'
import { giveWay } from '../../database/give-way'
import { pieceRepository } from '../../repositories/pieces'
import type { Batch, Clock } from '../log/records'
import { fromCells, NEEDED_PIECE_COLUMNS, PIECE_COLUMNS, toCells } from './pieces-table'
import { everyPageOf } from './tables-out'
import { pieceSets } from '../../repositories/piece-sets'
import type { PieceRecords, SetRecords } from '../basket/piece-records'
import { messageOf, present } from '../../../core/present'
import { importer } from './importer'
import type { RunTask } from '../../workers/task-pool'

interface PlannedPiece extends PlannedRow {
  piece: NewPiece | null
  code: string | null
  set: string
  there: Piece | null
  change: PieceChange | null
}

interface Known {
  byCode: Map<string, Piece>
  aside: Set<string>
  /** Sets by folded name. */
  sets: Map<string, string>
  latestDate: string
}

const AT_ONCE = 200
/** What a file may change of a piece that is there; its history grows by baths, not by files. */
const CHANGEABLE = [
  ...(['name', 'mark', 'base', 'dryG', 'note', 'widthCm', 'lengthCm'] as const),
  ...(['metresPer100G', 'soldAsG'] as const),
]

/** Pieces, one row each, with what was done to them. */
export async function* piecesCsv(db: Knex): AsyncGenerator<string> {
  const sets = new Map((await pieceSets(db)).map(({ id, name }) => [id, name]))
  yield writeHeader(PIECE_COLUMNS)
  for await (const pieces of everyPageOf((after) =>
    pieceRepository(db).page({ aside: false, limit: 200, after }),
  )) {
    const whole = pieces.filter(({ splitOn, fromLog }) => splitOn === null && fromLog === '')
    yield writeRows(
      PIECE_COLUMNS,
      whole.map((piece) => toCells(piece, (piece.setId && sets.get(piece.setId)) || '')),
    )
  }
}

/** Pieces from a table: looked at first, then done all or not at all. */
export const importPieces = (
  database: Database,
  { pieces, sets }: { pieces: PieceRecords; sets: SetRecords },
  clock: Clock,
  run: RunTask,
) =>
  importer<Table, PlannedPiece>(database, clock, {
    read: (bytes) => run('readTable', { bytes, wanted: NEEDED_PIECE_COLUMNS }),
    plan: (db, table, progress) => planPieces(db, table, clock(), progress),
    begin(batch) {
      const made = new Map<string, string>()
      return async ({ outcome, piece, code, set, there, change }) => {
        if (outcome === 'new') {
          const setId = set ? await setNamed(batch, sets, set, made) : null
          await pieces.createIn(batch, { ...present(piece), setId, ...(code && { code }) })
        } else {
          await pieces.changeIn(batch, present(there).id, present(change))
        }
      }
    },
  })

async function setNamed(
  batch: Batch,
  sets: SetRecords,
  name: string,
  made: Map<string, string>,
): Promise<string> {
  const key = foldName(name)
  const known = made.get(key) ?? (await setsByName(batch.trx)).get(key)
  if (known) return known
  const id = newId()
  await sets.createIn(batch, { id, name, kind: 'group', note: '' })
  made.set(key, id)
  return id
}

async function setsByName(db: Knex): Promise<Map<string, string>> {
  const live = (await pieceSets(db)).filter(({ isAside }) => !isAside)
  return new Map(live.map(({ id, name }) => [foldName(name), id]))
}

async function planPieces(
  db: Knex,
  { rows }: Table,
  now: Date,
  progress: (done: number, of: number) => void,
): Promise<PlannedPiece[]> {
  const known: Known = {
    byCode: await piecesByCode(db, rows),
    aside: await pieceRepository(db).codesAside(),
    sets: await setsByName(db),
    latestDate: new Date(+now + 86_400_000).toISOString().slice(0, 10),
  }
  const seen = new Map<string, number>()
  const planned: PlannedPiece[] = []
  for (const [i, { line, cells }] of rows.entries()) {
    planned.push(planRow(cells, line, known, seen))
    if ((i + 1) % AT_ONCE > 0) continue
    progress(i + 1, rows.length)
    await giveWay()
  }
  return planned
}

/** What the log has of the tags that a file names; the rest of it is not read. */
async function piecesByCode(db: Knex, rows: Table['rows']): Promise<Map<string, Piece>> {
  const codes = [...new Set(rows.flatMap(({ cells }) => cells.code || []))]
  const found = new Map<string, Piece>()
  for (let i = 0; i < codes.length; i += AT_ONCE) {
    const pieces = await pieceRepository(db).ofCodes(codes.slice(i, i + AT_ONCE))
    for (const piece of pieces) found.set(piece.code, piece)
  }
  return found
}

function planRow(
  cells: Readonly<Record<string, string>>,
  line: number,
  known: Known,
  seen: Map<string, number>,
): PlannedPiece {
  const what = [cells.code, cells.fibre, cells.form, cells.dryG && `${cells.dryG} g`, cells.name]
    .filter(Boolean)
    .join(' ')
  const blank = { line, what, piece: null, code: null, set: '', there: null, change: null }
  const refused = (why: string): PlannedPiece => ({ ...blank, outcome: 'refused', why })
  try {
    const { code, set, ...given } = fromCells(cells)
    const piece = validate(newPieceSchema, { ...given, id: newId() })
    const late = piece.treatments.find(({ doneOn }) => doneOn > known.latestDate)
    if (late) return refused(`treatments must not lie in the future; got ${late.doneOn}`)
    if (code) {
      const earlier = seen.get(code)
      if (earlier) return refused(`the code ${code} stands on line ${earlier} already`)
      seen.set(code, line)
      if (known.aside.has(code)) return refused(`${code} is set aside: bring it back first`)
    }
    const there = known.byCode.get(code)
    if (there) return { ...blank, there, ...planChange(there, piece, cells) }
    const own = new RegExp(`^${fibreFacts(piece.fibre).code}-\\d{2}-\\d{2,}$`)
    const keepsCode = own.test(code)
    const why = [
      set && !known.sets.has(foldName(set)) && `the set ${set} is added`,
      code && !keepsCode && `${code} is no tag of ${piece.fibre} here: it gets another`,
    ]
    return {
      ...blank,
      piece,
      set,
      outcome: 'new',
      code: keepsCode ? code : null,
      why: why.filter(Boolean).join('; '),
    }
  } catch (error) {
    return refused(messageOf(error))
  }
}

/** Only columns that stand in the file say anything. */
function planChange(
  there: Piece,
  piece: NewPiece,
  cells: Readonly<Record<string, string>>,
): Pick<PlannedPiece, 'outcome' | 'why' | 'change'> {
  if (there.fibre !== piece.fibre) {
    throw new Error(`fibre of ${there.code} is ${there.fibre}; got ${piece.fibre}`)
  }
  const given = { ...PLAIN_TRAITS, ...piece }
  const fields = CHANGEABLE.filter((field) => field in cells && given[field] !== there[field])
  if (fields.length === 0) return { outcome: 'same', why: '', change: null }
  const change = Object.fromEntries(fields.map((field) => [field, given[field]]))
  const words = fields.map((field) =>
    field === 'dryG' ? `dry weight ${formatMass(there.dryG)} to ${formatMass(piece.dryG)}` : field,
  )
  return {
    outcome: 'changed',
    why: words.join(', '),
    change: validate(pieceChangeSchema, change),
  }
}
