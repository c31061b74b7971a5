import type { Knex } from 'knex'
import { PART_KEYS, type Part } from '../../../catalogue/parts'
import {
  DARWIN_CORE_COLUMNS,
  fromDarwinCore,
  toDarwinCore,
  type DarwinCoreRow,
  type GatheringRecord,
} from '../../../core/formats/darwin-core'
import type { Table } from '../../../core/formats/table'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { newId } from '../../../shared/ids'
import type { PlannedRow } from '../../../shared/views/exchange/import-plan'
import { newLotSchema, type NewLot } from '../../../shared/schemas/loft/lot'
import { validate } from '../../../shared/validate'
import { giveWay } from '../../database/give-way'
import { gatheringRecords } from './gatherings-out'
import { sourceRepository } from '../../repositories/sources'
import { patchRepository } from '../../repositories/patches'
import { lotRepository } from '../../repositories/lots'
import { first, messageOf, present, notGiven } from '../../../core/present'
import { NO_LOT_WORDS, lotWordsOf, type LotWords } from '../../../shared/schemas/loft/lot-words'

/** What is done with a row when the plan is carried out. */
export interface PlannedGathering extends PlannedRow {
  record: GatheringRecord | null
  lot: NewLot | null
  /** The gathering as it stands in the log, where it is there already. */
  there: GatheringRecord | null
  /** A source or a place that has to be made first, by its folded name. */
  newSource: { key: string; part: Part } | null
  newPatch: string | null
  code: string | null
}

interface Known {
  /** Sources by folded name, accepted and older, with part. */
  sources: Map<string, { id: string; part: Part }[]>
  patches: Map<string, string>
  records: Map<string, GatheringRecord>
  /** The same gathering without an id, by what it says. */
  alike: Set<string>
  codes: Set<string>
  aside: Set<string>
  latestDate: string
}

/** Rows computed before others get a turn. */
const AT_ONCE = 200
const CODE = /^[A-Z]{3}-\d{2}-\d{2,}$/

/**
 * What a Darwin Core file would do to the log, row by row, without doing it.
 *
 * @param progress called as it goes
 */
export async function planGatherings(
  db: Knex,
  { rows }: Table,
  now: Date,
  progress: (done: number, of: number) => void,
): Promise<PlannedGathering[]> {
  const known = await whatIsKnown(db, now)
  const planned: PlannedGathering[] = []
  const seen = new Map<string, number>()
  for (const [i, { line, cells }] of rows.entries()) {
    planned.push(planRow(cells, line, known, seen))
    if ((i + 1) % AT_ONCE > 0) continue
    progress(i + 1, rows.length)
    await giveWay()
  }
  return planned
}

async function whatIsKnown(db: Knex, now: Date): Promise<Known> {
  const sources: Known['sources'] = new Map()
  for (const { folded, id, part } of await sourceRepository(db).foldedNames()) {
    const list = sources.get(folded) ?? []
    if (!list.some((each) => each.id === id)) list.push({ id, part })
    sources.set(folded, list)
  }
  const records = await gatheringRecords(db)
  return {
    sources,
    patches: await patchRepository(db).idsByFoldedName(),
    records: new Map(records.map((record) => [present(record.id), record])),
    alike: new Set(records.map(likeness)),
    codes: await lotRepository(db).codes(),
    aside: await lotRepository(db).idsAside(),
    latestDate: new Date(+now + 86_400_000).toISOString().slice(0, 10),
  }
}

const likeness = ({ scientificName, part, gatheredOn, massG, state }: GatheringRecord) =>
  [foldName(scientificName), part, gatheredOn, massG, state].join('|')

function planRow(
  cells: DarwinCoreRow,
  line: number,
  known: Known,
  seen: Map<string, number>,
): PlannedGathering {
  const blank = { line, record: null, lot: null, there: null, newSource: null, newPatch: null }
  const amount = [cells.organismQuantity, cells.organismQuantityType].filter(Boolean).join(' ')
  const what = [cells.scientificName, amount, cells.eventDate].filter(Boolean).join(', ')
  const refused = (why: string): PlannedGathering => ({
    ...blank,
    outcome: 'refused',
    what,
    why,
    code: null,
  })
  try {
    const record = fromDarwinCore(cells)
    if (record.gatheredOn > known.latestDate) {
      return refused(`eventDate must not lie in the future; got ${record.gatheredOn}`)
    }
    if (record.id) {
      const earlier = seen.get(record.id)
      if (earlier) return refused(`occurrenceID stands on line ${earlier} already`)
      seen.set(record.id, line)
      if (known.aside.has(record.id))
        return refused('this gathering is set aside: bring it back first')
    }
    const source = sourceOf(record, known)
    const patch = record.place.locality === null ? null : foldName(record.place.locality)
    const patchId = patch === null ? null : (known.patches.get(patch) ?? null)
    const there = record.id ? known.records.get(record.id) : undefined
    const id = record.id ?? newId()
    const lot = validate(newLotSchema, toLot(record, id, source.id ?? newId(), patchId))
    const plan = {
      line,
      what,
      record,
      lot,
      there: there ?? null,
      newSource: source.id ? null : { key: foldName(record.scientificName), part: source.part },
      newPatch: patch !== null && patchId === null ? record.place.locality : null,
      code: notGiven<string>(),
    }
    if (there) {
      const changed = differences(there, record)
      return changed.length > 0
        ? { ...plan, outcome: 'changed', why: changed.join(', ') }
        : { ...plan, outcome: 'same', why: '' }
    }
    if (!record.id && known.alike.has(likeness({ ...record, part: source.part }))) {
      return { ...plan, outcome: 'same', why: 'the same source, day and amount are there already' }
    }
    const keepsCode =
      record.code !== null && CODE.test(record.code) && !known.codes.has(record.code)
    if (keepsCode) known.codes.add(present(record.code))
    return {
      ...plan,
      outcome: 'new',
      why: newWords(plan, record, keepsCode),
      code: keepsCode ? record.code : null,
    }
  } catch (error) {
    return refused(messageOf(error))
  }
}

function newWords(
  { newSource, newPatch }: Pick<PlannedGathering, 'newSource' | 'newPatch'>,
  { code, scientificName }: GatheringRecord,
  keepsCode: boolean,
): string {
  return [
    newSource && `${scientificName} is added as a source of your own`,
    newPatch && `the place ${newPatch} is added`,
    code && !keepsCode && `the tag ${code} is taken or no tag here: it gets another`,
  ]
    .filter(Boolean)
    .join('; ')
}

/** @throws Error where the name or part cannot be told */
function sourceOf(record: GatheringRecord, { sources }: Known): { id: string | null; part: Part } {
  const found = sources.get(foldName(record.scientificName)) ?? []
  const part = record.part as Part | null
  if (part !== null && !PART_KEYS.includes(part)) {
    throw new Error(`part must be one of ${PART_KEYS.join(', ')}; got ${part}`)
  }
  if (part !== null) return found.find((each) => each.part === part) ?? { id: null, part }
  if (found.length === 1) return first(found)
  const parts = found.map((each) => each.part).join(' or ')
  throw new Error(
    found.length > 1
      ? `dynamicProperties must say the part (${parts}), as {"part":"${first(found).part}"}`
      : `${record.scientificName} is not in the catalogue, and dynamicProperties says no part`,
  )
}

/** The words that a lot keeps, of those that a row tells. */
const lotWordsIn = ({ host, words }: GatheringRecord): LotWords =>
  lotWordsOf({ ...NO_LOT_WORDS, ...words, host })

/** What a row tells of a gathering beside its source, place and amount. */
export const detailsOf = (record: GatheringRecord) => ({
  gatheredOn: record.gatheredOn,
  stage: record.stage,
  obtained: record.obtained,
  ...lotWordsIn(record),
  minutes: record.minutes,
  chop: record.chop,
  contents: record.contents,
  sureness: record.sureness,
  evidence: record.evidence,
  note: record.note,
  ...(record.dryFraction !== null && { dryFraction: record.dryFraction }),
})

function toLot(record: GatheringRecord, id: string, sourceId: string, patchId: string | null) {
  const isCounted = record.count !== null && record.measure
  return {
    id,
    sourceId,
    patchId,
    state: record.state,
    ...detailsOf(record),
    ...(record.amountBasis === 'measured' && scaleOf(record)),
    ...(isCounted && { count: record.count, measure: record.measure }),
  }
}

/** Gross and tare where they still come to the mass; a corrected mass stands by itself. */
function scaleOf({ grossG, tareG, massG }: GatheringRecord) {
  const agrees = grossG !== null && Math.abs(grossG - (tareG ?? 0) - present(massG)) < 0.0005
  return agrees ? { grossG, tareG: tareG ?? 0 } : { netG: massG }
}

/** Fields in which a row and the log differ. A place that was withheld says nothing. */
function differences(there: GatheringRecord, record: GatheringRecord): string[] {
  const before = toDarwinCore(there)
  const after = toDarwinCore({
    ...record,
    id: there.id,
    commonName: there.commonName,
    group: there.group,
    part: record.part ?? there.part,
  })
  const withheld = [
    'locality',
    'decimalLatitude',
    'decimalLongitude',
    'informationWithheld',
    'geodeticDatum',
    'coordinateUncertaintyInMeters',
    'catalogNumber',
  ]
  return DARWIN_CORE_COLUMNS.filter((column) => {
    if (before[column] === after[column]) return false
    return !withheld.includes(column) || (column === 'locality' && after.locality !== '')
  })
}
