import type { Database } from '../database/open'
import { reckonHere, type ReckonCurves } from './curve-pool'
import { curvesService } from './curves'
import { findService } from './find'
import { lotKind } from './lots'
import { patchKind } from './patches'
import { pieceKind } from './pieces'
import { potKind } from './pots'
import { createRecords, type Clock } from './records'
import { sourceKind } from './sources'
import { strengthService } from './strength'
import { swatchKind } from './swatches'
import { todayService } from './today'
import { undoService } from './undo'

/** All that can be done with one log, on one database. */
export function createLog(
  database: Database,
  clock: Clock = () => new Date(),
  reckon: ReckonCurves = reckonHere,
) {
  const collections = {
    sources: createRecords(sourceKind, database, clock),
    patches: createRecords(patchKind, database, clock),
    lots: createRecords(lotKind, database, clock),
    pieces: createRecords(pieceKind, database, clock),
    pots: createRecords(potKind, database, clock),
    swatches: createRecords(swatchKind, database, clock),
  }
  return {
    ...collections,
    strength: strengthService(database.read),
    curves: curvesService(database.read, reckon),
    today: todayService(database.read),
    find: findService(database.read),
    changes: undoService(database, collections, clock),
  }
}

export type Log = ReturnType<typeof createLog>
export type Collection = 'sources' | 'patches' | 'lots' | 'pieces' | 'pots' | 'swatches'
