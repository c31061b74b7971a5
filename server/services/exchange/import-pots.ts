import type { Knex } from 'knex'
import { fibreFacts } from '../../../catalogue/fibres'
import { first, messageOf, present } from '../../../core/present'
import { formatCount } from '../../../core/quantity/format-count'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { mordantKeyOf } from '../../../shared/schemas/basket/piece'
import {
  filePotSchema,
  fileSourceSchema,
  type FileLot,
  type FilePot,
} from '../../../shared/schemas/exchange/log-pots'
import type { NewSource, Source } from '../../../shared/schemas/walk/source'
import { mordantKeyWords } from '../../../shared/words/swatch/mordant-key-words'
import { validate } from '../../../shared/validate'
import type { PlannedRow } from '../../../shared/views/exchange/import-plan'
import type { Database } from '../../database/open'
import { giveWay } from '../../database/give-way'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import type { Batch, Clock } from '../log/records'
import type { RunTask } from '../../workers/task-pool'
import type { LogFile } from './log-file'
import { importer, refusedOnLine, type Progress } from './importer'
import { keepPot, type PotCollections } from './keep-pot'
import { MOST_ALIKE, stableIds } from './stable-id'

/** A source here, or one that comes with the file. */
interface PlannedSource {
  id: string
  name: string
  isNew: boolean
  source: NewSource | null
}

export interface PlannedPot extends PlannedRow {
  /** Another log's id, and the number under which its things come in: 0, or more after an undo. */
  log: string
  nth: number
  potId: string
  pot: FilePot | null
  /** By the ids that the file has. */
  sources: ReadonlyMap<string, PlannedSource>
}

/** Pots planned before others get a turn. */
const AT_ONCE = 50

/**
 * Pots and swatches of another log: they come in as another's lots, and count on no curve before
 * somebody wants them to.
 *
 * @param whose what that log is called here
 */
export const importPots = (
  database: Database,
  collections: PotCollections,
  clock: Clock,
  run: RunTask,
  whose: string,
) =>
  importer<LogFile, PlannedPot>(database, clock, {
    isAnothers: true,
    read: (bytes) => run('readLogFile', bytes),
    plan: planPots,
    begin: (batch) => {
      const made = new Set<string>()
      return async ({ line, pot, potId, log, nth, sources }) => {
        const sourceIdOf = (id: string) => present(sources.get(id)).id
        const keeping = { pot: present(pot), potId, log, nth, whose, sourceIdOf }
        await refusedOnLine(line, async () => {
          await makeSources(batch, collections, sources, keeping.pot.lots, made)
          await keepPot(batch, collections, keeping)
        })
      }
    },
  })

async function planPots(db: Knex, file: LogFile, progress: Progress): Promise<PlannedPot[]> {
  const sources = await planSources(db, file.sources)
  const planned: PlannedPot[] = []
  for (let from = 0; from < file.pots.length; from += AT_ONCE) {
    const told = file.pots
      .slice(from, from + AT_ONCE)
      .map((pot, i) => toldPot(pot, from + i + 1, file.log, sources))
    const states = await potRepository(db).statesOf(told.flatMap(({ ids }) => ids))
    planned.push(...told.map(({ ids, row }) => withId(row, ids, states)))
    progress(planned.length, file.pots.length)
    await giveWay()
  }
  return planned
}

/** Sources of a file as they are known here: by id, by both names and part, or new. */
async function planSources(
  db: Knex,
  told: readonly unknown[],
): Promise<Map<string, PlannedSource>> {
  const found = new Map<string, PlannedSource>()
  for (const each of told) {
    const source = (() => {
      try {
        return validate(fileSourceSchema, each)
      } catch {
        // the pots that are of it say so
        return null
      }
    })()
    if (!source) continue
    const same = await sameSource(db, source)
    found.set(source.id, {
      id: same?.id ?? source.id,
      name: (same ?? source).commonName,
      isNew: !same,
      source: same ? null : source,
    })
  }
  return found
}

async function sameSource(db: Knex, source: NewSource): Promise<Source | null> {
  const [known] = await sourceRepository(db).findMany([source.id])
  if (known) return known
  const named = await sourceRepository(db).page({
    q: foldName(source.scientificName),
    part: source.part,
    aside: false,
    limit: 50,
  })
  const isSame = (other: Source) =>
    foldName(other.scientificName) === foldName(source.scientificName) &&
    foldName(other.commonName) === foldName(source.commonName)
  return named.items.find(isSame) ?? null
}

function toldPot(
  told: unknown,
  line: number,
  log: string,
  sources: ReadonlyMap<string, PlannedSource>,
): { ids: string[]; row: PlannedPot } {
  const blank = { line, log, nth: 0, potId: '', sources, pot: null, what: '' }
  const row = (outcome: PlannedRow['outcome'], why: string, more: Partial<PlannedPot> = {}) => ({
    ids: [],
    row: { ...blank, outcome, why, ...more },
  })
  try {
    const pot = validate(filePotSchema, told)
    const what = potWords(pot, sources)
    const why = whyLeftOut(pot)
    if (why) return row('leftOut', why, { what })
    const stranger = pot.lots.find(({ sourceId }) => !sources.has(sourceId))
    if (stranger)
      return row('refused', `the file does not say what ${stranger.lot} is of`, { what })
    return {
      ids: stableIds(`${log}/pot/${pot.pot}`, pot.dyedOn),
      row: { ...blank, outcome: 'new', why: '', what, pot },
    }
  } catch (error) {
    return row('refused', messageOf(error))
  }
}

function potWords({ pot, pieces, lots, dyedOn }: FilePot, sources: PlannedPot['sources']): string {
  const names = new Set(lots.map(({ sourceId }) => sources.get(sourceId)?.name ?? '?'))
  const { piece } = first(pieces)
  const read = pieces.filter(({ swatch }) => swatch !== null).length
  const mordant = mordantKeyOf(
    {
      treatments: piece.treatments.map((each) => ({ ...each, agent: each.agent ?? null })),
      mordantKnown: piece.mordantKnown ?? true,
    },
    dyedOn,
  )
  return `${pot}: ${[...names].join(' and ')} on ${fibreFacts(piece.fibre).label}, ${mordantKeyWords(mordant)}; ${formatCount(read, 'swatch', 'swatches')}`
}

/** Why a pot of another log stays where it is; null: it comes in. */
function whyLeftOut({ bathNumber, lots }: FilePot): string | null {
  if (bathNumber > 1) return 'a later bath, which no curve counts: it comes with a whole log only'
  const made = lots.find(
    (lot) => lot.state === 'liquor' || lot.isSpent || lot.isAged || lot.isSoaked,
  )
  return made ? `${made.lot} was prepared in a jar or aged: it comes with a whole log only` : null
}

/** A pot is the same pot whenever it comes; one that was undone comes again under the next number. */
function withId(
  row: PlannedPot,
  ids: readonly string[],
  states: ReadonlyMap<string, 'kept' | 'aside'>,
): PlannedPot {
  if (!row.pot) return row
  if (ids.some((id) => states.get(id) === 'kept')) return { ...row, outcome: 'same', pot: null }
  const nth = ids.findIndex((id) => !states.has(id))
  if (nth >= 0) return { ...row, nth, potId: present(ids[nth]) }
  return { ...row, outcome: 'refused', why: `brought in and undone ${MOST_ALIKE} times`, pot: null }
}

async function makeSources(
  batch: Batch,
  { sources: records }: PotCollections,
  sources: PlannedPot['sources'],
  lots: readonly FileLot[],
  made: Set<string>,
): Promise<void> {
  for (const { sourceId } of lots) {
    const { id, source } = present(sources.get(sourceId))
    if (!source || made.has(id)) continue
    await records.createIn(batch, source)
    made.add(id)
  }
}
