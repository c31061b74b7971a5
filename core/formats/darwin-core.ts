import type { Content } from '../harvest/contents'
import type { SharedPlace } from './place'

/** A gathering as it travels: what Darwin Core has a term for, and the rest beside it. */
export interface GatheringRecord {
  /** UUID; null in files that were made elsewhere. */
  id: string | null
  code: string | null
  scientificName: string
  commonName: string
  group: 'plant' | 'fungus' | 'lichen' | 'insect' | null
  part: string | null
  gatheredOn: string
  /** g, in `state`; null where only a count was given. */
  massG: number | null
  state: 'fresh' | 'dried' | 'frozen'
  amountBasis: 'measured' | 'estimated' | 'typical'
  count: number | null
  measure: string | null
  grossG: number | null
  tareG: number | null
  dryFraction: number | null
  stage: string | null
  obtained: string
  host: string
  /** What else is told in plain words, by its name. */
  words: Record<string, string>
  minutes: number | null
  chop: string
  contents: Content[]
  sureness: 'sure' | 'likely' | 'unsure'
  evidence: unknown[]
  note: string
  place: SharedPlace
}

/** Terms of Darwin Core (TDWG, dwc:), in the order of the file. */
export const DARWIN_CORE_COLUMNS = [
  'occurrenceID',
  'catalogNumber',
  'basisOfRecord',
  'kingdom',
  'scientificName',
  'vernacularName',
  'identificationQualifier',
  'identificationVerificationStatus',
  'eventDate',
  'organismQuantity',
  'organismQuantityType',
  'lifeStage',
  'samplingProtocol',
  'samplingEffort',
  'associatedTaxa',
  'locality',
  'decimalLatitude',
  'decimalLongitude',
  'geodeticDatum',
  'coordinateUncertaintyInMeters',
  'informationWithheld',
  'occurrenceRemarks',
  'dynamicProperties',
] as const
export type DarwinCoreColumn = (typeof DARWIN_CORE_COLUMNS)[number]
export type DarwinCoreRow = Partial<Record<DarwinCoreColumn, string>>

/** Without these a row tells of no gathering. */
export const NEEDED_COLUMNS = [
  'scientificName',
  'eventDate',
  'organismQuantity',
  'organismQuantityType',
] as const satisfies readonly DarwinCoreColumn[]

const KINGDOM = {
  plant: 'Plantae',
  fungus: 'Fungi',
  lichen: 'Fungi',
  insect: 'Animalia',
} as const
const QUALIFIER = { sure: '', likely: 'cf.', unsure: '?' } as const
const URN = 'urn:uuid:'
const MINUTES = / min(?:utes)?$/

/** One row of the file; place as its privacy lets it go. */
export function toDarwinCore(record: GatheringRecord): Record<DarwinCoreColumn, string> {
  const { place } = record
  const rest = {
    ...(record.part && { part: record.part }),
    ...(record.group && { group: record.group }),
    ...(record.amountBasis !== 'measured' && { amountBasis: record.amountBasis }),
    ...(record.count !== null && { count: record.count, measure: record.measure }),
    ...(record.grossG !== null && { grossG: record.grossG, tareG: record.tareG }),
    ...(record.dryFraction !== null && { dryFraction: record.dryFraction }),
    ...Object.fromEntries(Object.entries(record.words).filter(([, said]) => said)),
    ...(record.chop !== 'whole' && { chop: record.chop }),
    ...(record.contents.length > 0 && { contents: record.contents }),
    ...(record.evidence.length > 0 && { evidence: record.evidence }),
  }
  return {
    occurrenceID: record.id ? URN + record.id : '',
    catalogNumber: record.code ?? '',
    basisOfRecord: 'MaterialSample',
    kingdom: record.group ? KINGDOM[record.group] : '',
    scientificName: record.scientificName,
    vernacularName: record.commonName,
    identificationQualifier: QUALIFIER[record.sureness],
    identificationVerificationStatus: record.sureness,
    eventDate: record.gatheredOn,
    organismQuantity: numberText(record.massG),
    organismQuantityType: `g ${record.state}`,
    lifeStage: record.stage ?? '',
    samplingProtocol: record.obtained,
    samplingEffort: record.minutes === null ? '' : `${record.minutes} min`,
    associatedTaxa: record.host ? `host: ${record.host}` : '',
    locality: place.locality ?? '',
    decimalLatitude: numberText(place.lat),
    decimalLongitude: numberText(place.lon),
    geodeticDatum: place.lat === null ? '' : 'WGS84',
    coordinateUncertaintyInMeters: numberText(place.uncertaintyM),
    informationWithheld: place.withheld ?? '',
    occurrenceRemarks: record.note,
    dynamicProperties: Object.keys(rest).length > 0 ? JSON.stringify(rest) : '',
  }
}

const numberText = (value: number | null) => (value === null ? '' : String(value))

/** What is no plain word: keys of `Rest`. */
const NO_WORDS = new Set([
  'part',
  'group',
  'amountBasis',
  'count',
  'measure',
  'grossG',
  'tareG',
  'dryFraction',
  'chop',
  'contents',
  'evidence',
])

const wordsIn = (rest: object): Record<string, string> =>
  Object.fromEntries(
    Object.entries(rest).flatMap(([name, said]: [string, unknown]): [string, string][] =>
      typeof said === 'string' && !NO_WORDS.has(name) ? [[name, said]] : [],
    ),
  )

interface Rest {
  part?: string
  group?: GatheringRecord['group']
  amountBasis?: GatheringRecord['amountBasis']
  count?: number
  measure?: string
  grossG?: number
  tareG?: number
  dryFraction?: number
  chop?: string
  contents?: Content[]
  evidence?: unknown[]
}

/**
 * A gathering from a row, of this program or another. What the row does not say is left plain.
 *
 * @throws Error in words that name the column and its value
 */
export function fromDarwinCore(row: DarwinCoreRow): GatheringRecord {
  const rest = restOf(row.dynamicProperties ?? '')
  const { massG, state } = amountOf(row)
  const name = row.scientificName ?? ''
  if (!name) throw new Error('scientificName is empty')
  return {
    id: idOf(row.occurrenceID ?? ''),
    code: row.catalogNumber || null,
    scientificName: name,
    commonName: row.vernacularName ?? '',
    group: rest.group ?? groupOf(row.kingdom ?? ''),
    part: rest.part ?? null,
    gatheredOn: dayOf(row.eventDate ?? ''),
    massG,
    state,
    amountBasis: rest.amountBasis ?? 'measured',
    count: rest.count ?? null,
    measure: rest.measure ?? null,
    grossG: rest.grossG ?? null,
    tareG: rest.tareG ?? null,
    dryFraction: rest.dryFraction ?? null,
    stage: row.lifeStage || null,
    obtained: row.samplingProtocol || 'picked',
    host: (row.associatedTaxa ?? '').replace(/^host: /, ''),
    words: wordsIn(rest),
    minutes: row.samplingEffort ? minutesOf(row.samplingEffort) : null,
    chop: rest.chop ?? 'whole',
    contents: rest.contents ?? [],
    sureness: surenessOf(row),
    evidence: rest.evidence ?? [],
    note: row.occurrenceRemarks ?? '',
    place: {
      locality: row.locality || null,
      lat: numberOf(row.decimalLatitude, 'decimalLatitude'),
      lon: numberOf(row.decimalLongitude, 'decimalLongitude'),
      uncertaintyM: numberOf(row.coordinateUncertaintyInMeters, 'coordinateUncertaintyInMeters'),
      withheld: row.informationWithheld || null,
    },
  }
}

function restOf(text: string): Rest {
  if (!text) return {}
  try {
    const rest = JSON.parse(text) as unknown
    if (typeof rest === 'object' && rest !== null && !Array.isArray(rest)) return rest
  } catch {
    // said below
  }
  throw new Error(`dynamicProperties must be a JSON object; got ${text.slice(0, 40)}`)
}

function amountOf({ organismQuantity = '', organismQuantityType = '' }: DarwinCoreRow) {
  const match = /^(?:mass in )?(g|kg)\b[ ,]*(fresh|dried|frozen)?$/i.exec(
    organismQuantityType.trim(),
  )
  if (!match) {
    throw new Error(
      `organismQuantityType must be g or kg with fresh, dried or frozen; got ${organismQuantityType || 'nothing'}`,
    )
  }
  const value = numberOf(organismQuantity, 'organismQuantity')
  if (value === null || value <= 0) {
    throw new Error(
      `organismQuantity must be a number above 0; got ${organismQuantity || 'nothing'}`,
    )
  }
  const massG = match[1]!.toLowerCase() === 'kg' ? value * 1000 : value
  const state = (match[2]?.toLowerCase() ?? 'fresh') as GatheringRecord['state']
  return { massG, state }
}

function idOf(text: string): string | null {
  if (!text) return null
  const id = text.startsWith(URN) ? text.slice(URN.length) : text
  return /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id) ? id.toLowerCase() : null
}

function groupOf(kingdom: string): GatheringRecord['group'] {
  if (/^plant/i.test(kingdom)) return 'plant'
  if (/^animal/i.test(kingdom)) return 'insect'
  return /^fungi/i.test(kingdom) ? 'fungus' : null
}

function dayOf(text: string): string {
  const day = text.slice(0, 10)
  const date = new Date(`${day}T00:00:00Z`)
  const isDay = /^\d{4}-\d{2}-\d{2}(?:T.*)?$/.test(text) && !Number.isNaN(+date)
  if (isDay && date.toISOString().startsWith(day)) return day
  throw new Error(`eventDate must be a calendar date such as 2026-09-09; got ${text || 'nothing'}`)
}

function minutesOf(text: string): number {
  const value = Number(text.replace(MINUTES, ''))
  if (Number.isFinite(value) && value > 0) return value
  throw new Error(`samplingEffort must be minutes such as 35 min; got ${text}`)
}

function surenessOf(row: DarwinCoreRow): GatheringRecord['sureness'] {
  const status = row.identificationVerificationStatus
  if (status === 'sure' || status === 'likely' || status === 'unsure') return status
  const qualifier = row.identificationQualifier ?? ''
  if (qualifier === '') return 'sure'
  return qualifier.includes('?') ? 'unsure' : 'likely'
}

function numberOf(text: string | undefined, column: string): number | null {
  if (!text) return null
  const value = Number(text)
  if (Number.isFinite(value)) return value
  throw new Error(`${column} must be a number; got ${text}`)
}
