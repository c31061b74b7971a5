import type { Knex } from 'knex'
import { PARTS, type Part } from '../../../catalogue/parts'
import { sharedPlace } from '../../../core/formats/place'
import { writeHeader, writeRows } from '../../../core/formats/table'
import { writeGeoJson, writeGpx, type Waypoint } from '../../../core/formats/waypoints'
import type { Patch } from '../../../shared/schemas/walk/patch'
import { giveWay } from '../../database/give-way'
import { jarRepository } from '../../repositories/jars'
import { lotRepository } from '../../repositories/lots'
import { patchRepository } from '../../repositories/patches'
import { sourceRepository } from '../../repositories/sources'
import { lookUp } from '../../../core/present'

const PAGE = 200

type ReadPage<T> = (after: string | undefined) => Promise<{ items: T[]; next: string | null }>

/** A paged list page by page, newest first. */
export async function* everyPageOf<T>(page: ReadPage<T>): AsyncGenerator<T[]> {
  let after: string | undefined
  do {
    const { items, next } = await page(after)
    yield items
    after = next ?? undefined
    // reading is quick and never waits: without this, other requests would get no turn
    await giveWay()
  } while (after)
}

/** All items of a paged list, newest first. */
export async function everyOne<T>(page: ReadPage<T>): Promise<T[]> {
  const all: T[] = []
  for await (const items of everyPageOf(page)) all.push(...items)
  return all
}

async function sourcesOf(db: Knex, items: readonly { sourceId: string }[]) {
  const ids = [...new Set(items.map(({ sourceId }) => sourceId))]
  const sources = await sourceRepository(db).findMany(ids)
  return new Map(sources.map((source) => [source.id, source]))
}

const STOCK_COLUMNS = [
  'code',
  'scientificName',
  'commonName',
  'part',
  'gatheredOn',
  'state',
  'chop',
  'leftG',
  'dryG',
  'dryFraction',
  'dryFractionBasis',
  'timesExtracted',
  'note',
] as const

/** What is in stock, one row a lot. */
export async function* stockCsv(db: Knex): AsyncGenerator<string> {
  yield writeHeader(STOCK_COLUMNS)
  for await (const lots of everyPageOf((after) =>
    lotRepository(db).page({ inStock: true, aside: false, limit: PAGE, after }),
  )) {
    const sources = await sourcesOf(db, lots)
    yield writeRows(
      STOCK_COLUMNS,
      lots.map((lot) => {
        const { scientificName, commonName, part } = lookUp(sources, lot.sourceId)
        return {
          code: lot.code,
          scientificName,
          commonName,
          part: PARTS[part as Part].label,
          gatheredOn: lot.gatheredOn,
          state: lot.state,
          chop: lot.chop,
          leftG: lot.leftG,
          dryG: rounded(lot.leftG * lot.dryFraction),
          dryFraction: rounded(lot.dryFraction),
          dryFractionBasis: lot.dryFractionBasis,
          timesExtracted: lot.extracted,
          note: lot.note,
        }
      }),
    )
  }
}

const JAR_COLUMNS = [
  'jar',
  'scientificName',
  'way',
  'startedAt',
  'waterL',
  'ammoniaL',
  'tempC',
  'kind',
  'at',
  'toleranceMin',
  'lookedAt',
  'how',
  'colourWord',
  'hex',
  'ph',
  'smell',
  'mould',
  'volumeL',
  'note',
] as const

/** Every look and round of every jar, one row each. */
export async function* jarsCsv(db: Knex): AsyncGenerator<string> {
  yield writeHeader(JAR_COLUMNS)
  for await (const jars of everyPageOf((after) =>
    jarRepository(db).page({ aside: false, limit: PAGE, after }),
  )) {
    const sources = await sourcesOf(db, jars)
    yield writeRows(
      JAR_COLUMNS,
      jars.flatMap((jar) =>
        jar.rounds.map((round) => ({
          jar: jar.code,
          scientificName: lookUp(sources, jar.sourceId).scientificName,
          way: jar.way,
          startedAt: jar.startedAt,
          waterL: jar.waterL,
          ammoniaL: jar.ammoniaL,
          ...round,
          // as it was read at this round; where it was not, as the jar was set up
          tempC: round.tempC ?? jar.tempC,
          mould: round.mould ? 'yes' : 'no',
        })),
      ),
    )
  }
}

const rounded = (value: number) => Math.round(value * 10_000) / 10_000

const everyPatch = (db: Knex): Promise<Patch[]> =>
  everyOne((after) => patchRepository(db).page({ aside: false, limit: PAGE, after }))

/** Places that may be shown, as their privacy says; the others are not in the file at all. */
async function sharedWaypoints(db: Knex): Promise<Waypoint[]> {
  return (await everyPatch(db)).flatMap((patch): Waypoint[] => {
    const { lat, lon, locality, withheld } = sharedPlace(patch)
    if (lat === null || lon === null) return []
    return [{ name: locality ?? 'a patch', note: withheld ?? patch.note, lat, lon }]
  })
}

export const patchesGpx = async (db: Knex) => writeGpx(await sharedWaypoints(db))
export const patchesGeoJson = async (db: Knex) => writeGeoJson(await sharedWaypoints(db))
