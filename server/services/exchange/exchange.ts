import type { Database } from '../../database/open'
import type { PieceRecords, SetRecords } from '../piece-moves'
import type { Clock } from '../records'
import { gatheringsCsv } from './gatherings-out'
import { importGatherings, type Collections } from './import-gatherings'
import { importPieces, piecesCsv } from './import-pieces'
import { importPatches } from './import-patches'
import { jarsCsv, patchesGeoJson, patchesGpx, stockCsv } from './tables-out'

/** Files that go out, by name; the type is what the browser is told. */
export const EXPORTS = {
  'gatherings.csv': { type: 'text/csv; charset=utf-8', write: gatheringsCsv },
  'stock.csv': { type: 'text/csv; charset=utf-8', write: stockCsv },
  'pieces.csv': { type: 'text/csv; charset=utf-8', write: piecesCsv },
  'jars.csv': { type: 'text/csv; charset=utf-8', write: jarsCsv },
  'patches.gpx': { type: 'application/gpx+xml; charset=utf-8', write: patchesGpx },
  'patches.geojson': { type: 'application/geo+json; charset=utf-8', write: patchesGeoJson },
} as const
export type ExportName = keyof typeof EXPORTS

type Everything = Collections & { pieces: PieceRecords; sets: SetRecords }

/** Open formats, out of and into a log. */
export const exchange = (database: Database, collections: Everything, clock: Clock) => ({
  write: (name: ExportName): Promise<string> => EXPORTS[name].write(database.read),
  gatherings: importGatherings(database, collections, clock),
  pieces: importPieces(database, collections, clock),
  patches: importPatches(database, collections, clock),
})
