import type { Database } from '../../database/open'
import type { AtlasService } from '../strength/atlas'
import type { Card } from '../../../shared/schemas/swatch/card'
import type { Batch, Clock } from '../log/records'
import type { Names } from '../swatch/notes'
import { effectsCsv, evidenceJson, pairsCsv, type EvidenceOut } from '../evidence/evidence-out'
import { dyeLogCsv } from './dye-log-out'
import { gatheringsCsv } from './gatherings-out'
import { importGatherings, type Collections } from './import-gatherings'
import { importPieces, piecesCsv } from './import-pieces'
import { importPatches } from './import-patches'
import { importTable } from './import-table'
import { importPots } from './import-pots'
import { logOfFile } from './log-file'
import { importReadings } from './import-readings'
import {
  curvesCsv,
  curvesJson,
  paletteGpl,
  paletteSvg,
  spectraCgats,
  swatchesCsv,
  swatchesJson,
} from './swatches-out'
import { jarsCsv, patchesGeoJson, patchesGpx, stockCsv } from './tables-out'
import type { RunTask } from '../../workers/task-pool'
import type { SetRecords } from '../basket/piece-records'
import { settingRepository } from '../../repositories/settings'
import type { PotCollections } from './keep-pot'

/** Files that go out, by name; the type is what the browser is told. */
const EXPORTS = {
  'gatherings.csv': { type: 'text/csv; charset=utf-8', write: gatheringsCsv },
  'stock.csv': { type: 'text/csv; charset=utf-8', write: stockCsv },
  'pieces.csv': { type: 'text/csv; charset=utf-8', write: piecesCsv },
  'jars.csv': { type: 'text/csv; charset=utf-8', write: jarsCsv },
  'patches.gpx': { type: 'application/gpx+xml; charset=utf-8', write: patchesGpx },
  'dye-log.csv': { type: 'text/csv; charset=utf-8', write: dyeLogCsv },
  'swatches.csv': { type: 'text/csv; charset=utf-8', write: swatchesCsv },
  'swatches.json': { type: 'application/json', write: swatchesJson },
  'spectra.cgats.txt': { type: 'text/plain; charset=utf-8', write: spectraCgats },
  'palette.gpl': { type: 'text/plain; charset=utf-8', write: paletteGpl },
  'palette.svg': { type: 'image/svg+xml; charset=utf-8', write: paletteSvg },
  'patches.geojson': { type: 'application/geo+json; charset=utf-8', write: patchesGeoJson },
} as const
/** Files that are made of what was computed, not of the log itself. */
const COMPUTED = {
  'curves.csv': { type: 'text/csv; charset=utf-8', write: curvesCsv },
  'curves.json': { type: 'application/json', write: curvesJson },
} as const
/** Files of what the whole log proves. */
const PROVED = {
  'effects.csv': { type: 'text/csv; charset=utf-8', write: effectsCsv },
  'pairs.csv': { type: 'text/csv; charset=utf-8', write: pairsCsv },
  'evidence.json': { type: 'application/json', write: evidenceJson },
} as const
export const EXPORT_TYPES: Record<ExportName, string> = Object.fromEntries(
  Object.entries({ ...EXPORTS, ...COMPUTED, ...PROVED }).map(([name, { type }]) => [name, type]),
) as Record<ExportName, string>
export type ExportName = keyof typeof EXPORTS | keyof typeof COMPUTED | keyof typeof PROVED

type Everything = Collections &
  PotCollections & {
    sets: SetRecords
  }

/** What brings cards in needs of the rest of a log. */
interface CardsIn {
  names: Names
  keepIn: (batch: Batch, card: Card) => Promise<unknown>
}

/** Open formats, out of and into a log. */
export const exchange = (
  database: Database,
  collections: Everything,
  atlas: AtlasService,
  clock: Clock,
  run: RunTask,
  { names, keepIn, evidence }: CardsIn & { evidence: () => Promise<EvidenceOut> },
) => ({
  /** A file, piece by piece: long ones are never whole in memory. */
  async *write(name: ExportName): AsyncGenerator<string> {
    if (name in EXPORTS) {
      const written = EXPORTS[name as keyof typeof EXPORTS].write(database.read)
      if (written instanceof Promise) yield await written
      else yield* written
      return
    }
    if (name in PROVED) {
      yield PROVED[name as keyof typeof PROVED].write(await evidence())
      return
    }
    // what goes out must not be of before
    await atlas.settled()
    yield COMPUTED[name as keyof typeof COMPUTED].write(await atlas.view())
  },
  readings: importReadings(database, collections.swatches, clock, run),
  /**
   * What went out as JSON: readings of one's own swatches, or another log with its pots.
   *
   * @param whose what another log is called here
   */
  async swatches(bytes: Uint8Array, whose: string) {
    const log = logOfFile(bytes)
    const own = await settingRepository(database.read).read('logId')
    return log === null || log === own
      ? importReadings(database, collections.swatches, clock, run)
      : importPots(database, collections, clock, run, whose)
  },
  gatherings: importGatherings(database, collections, clock, run),
  pieces: importPieces(database, collections, clock, run),
  table: importTable(database, names, keepIn, clock),
  patches: importPatches(database, collections, clock, run),
})
