import type { Database } from '../../database/open'
import { archiveService } from '../archive/archive'
import { settingsService } from './settings'
import type { PhotoFiles } from '../../photos/photo-files'
import { computeHere, type ComputeCurves } from '../strength/curve-pool'
import { atlasService } from '../strength/atlas'
import { atlasEntryOf, type ComputeAtlasEntry } from '../strength/atlas-entry'
import { boothService } from '../swatch/booth'
import { basketService } from '../basket/basket'
import { curvesService } from '../strength/curves'
import { dayCautions } from '../walk/day-cautions'
import { evidenceService } from '../evidence/evidence'
import { exchange } from '../exchange/exchange'
import { findService } from './find'
import { forgettingService } from './forgetting'
import { hobService } from '../pot/hob'
import { instrumentService } from '../swatch/instruments'
import { jarDraws } from '../loft/jar-draw'
import { jarViews } from '../loft/jar-views'
import { jarKind } from '../loft/jars'
import { loftService } from '../loft/loft'
import { lotMoves } from '../loft/lot-moves'
import { lotKind } from '../loft/lots'
import { bathFinish, bathKind } from '../basket/mordant-baths'
import { matchService } from '../match/match'
import { matchPlans } from '../match/plan-match'
import { namesService } from '../walk/names'
import { patchKind } from '../walk/patches'
import { photoKind, photoService } from './photos'
import { pieceMoves } from '../basket/piece-moves'
import { pieceKind } from '../basket/pieces'
import { potCourse } from '../pot/pot-course'
import { potKind } from '../pot/pots'
import { recipeService } from '../pot/recipes'
import { createRecords, type Clock } from './records'
import { shelfKind, shelfService } from '../loft/shelf'
import {
  containerKind,
  ownWayKind,
  patchRuleKind,
  setKind,
  vesselKind,
  markerKind,
  trialKind,
  planKind,
  wishKind,
} from './small-kinds'
import { sourceKind } from '../walk/sources'
import { sourceVersions } from '../strength/source-versions'
import { typicalService } from '../strength/typical'
import { strengthService } from '../strength/strength'
import { swatchKind } from '../swatch/swatches'
import { notesService } from '../swatch/notes'
import { calendarService } from '../calendar/calendar'
import { cardService } from '../swatch/cards'
import { planChains } from '../year/plan-chains'
import { sinceLastChange } from '../../database/since-last-change'
import { yearService } from '../year/year'
import { yearBackService } from '../year/year-back'
import { firstTrialService } from '../pot/first-trial'
import { readAlike } from '../swatch/read-alike'
import { readerService } from '../swatch/swatch-reader'
import { todayService } from './today'
import { trialService } from '../pot/trials'
import { setsToLookAt } from '../fastness/due-looks'
import { fastnessService } from '../fastness/fastness'
import { fastnessTestKind } from '../fastness/fastness-tests'
import { testSets } from '../fastness/test-sets'
import { fairTrials } from '../trial/fair-trials'
import { undoService } from './undo'
import { matchHere, type ComputeMatch } from '../../workers/match-jobs'
import { runHere, type RunTask } from '../../workers/task-pool'
import { wallService } from '../wall/wall'
import { walkService } from '../walk/walk'

interface Surroundings {
  clock?: Clock
  compute?: ComputeCurves
  /** Else the log's own computation of curves does it. */
  computeAtlasEntry?: ComputeAtlasEntry
  match?: ComputeMatch
  files?: PhotoFiles
  tasks?: RunTask
}

/** Years looked back on that are kept ready. */
const YEARS_KEPT = 4

/** Photos of a log that has no folder, as in tests: there are none. */
const NO_FILES: PhotoFiles = {
  write: () => Promise.resolve(),
  sweep: () => Promise.resolve(),
  read: () => Promise.reject(new Error('This log keeps no photos.')),
  has: () => Promise.resolve(false),
  stream: () => {
    throw new Error('This log keeps no photos.')
  },
}

/** All that can be done with one log, on one database. */
export function createLog(
  database: Database,
  {
    clock = () => new Date(),
    compute = computeHere,
    computeAtlasEntry,
    match = matchHere,
    files = NO_FILES,
    tasks = runHere,
  }: Surroundings = {},
) {
  const collections = {
    sources: createRecords(sourceKind, database, clock),
    patches: createRecords(patchKind, database, clock),
    allowances: createRecords(patchRuleKind, database, clock),
    containers: createRecords(containerKind, database, clock),
    lots: createRecords(lotKind, database, clock),
    jars: createRecords(jarKind, database, clock),
    wishes: createRecords(wishKind, database, clock),
    plans: createRecords(planKind, database, clock),
    markers: createRecords(markerKind, database, clock),
    trials: createRecords(trialKind, database, clock),
    fastnessTests: createRecords(fastnessTestKind, database, clock),
    photos: createRecords(photoKind, database, clock),
    sets: createRecords(setKind, database, clock),
    pieces: createRecords(pieceKind, database, clock),
    baths: createRecords(bathKind, database, clock),
    shelf: createRecords(shelfKind, database, clock),
    vessels: createRecords(vesselKind, database, clock),
    ways: createRecords(ownWayKind, database, clock),
    pots: createRecords(potKind, database, clock),
    swatches: createRecords(swatchKind, database, clock),
  }
  const settings = settingsService(database)
  const names = namesService(database.read)
  const versions = sourceVersions(database.read)
  const curves = curvesService(database.read, compute)
  const atlas = atlasService(database, computeAtlasEntry ?? atlasEntryOf(database.read, curves))
  const evidence = evidenceService(database.read, tasks, curves)
  const walk = walkService(database.read, {
    usualOf: (sourceId) => curves.usualRatioOf(sourceId),
    forDepths: (sourceId) => curves.depthRatiosOf(sourceId),
  })
  const jars = jarViews(database.read)
  const hob = hobService(database.read, (now) => jars.standing(now))
  const chains = planChains(database.read, {
    walk: walk.view,
    source: walk.source,
    depthRatios: ({ sourceId, fibre, mordant }) =>
      curves.depthRatiosOn(sourceId, { fibre, mordants: mordant ? [mordant] : [] }),
    jars: (now) => jars.standing(now),
  })
  const year = yearService(database.read, chains, clock)
  const fastness = fastnessService(database.read, tasks)
  const back = yearBackService(database.read, curves)
  const cards = cardService(database, collections, clock)
  return {
    ...collections,
    moves: lotMoves(database, collections.lots, clock),
    draws: jarDraws(database, collections, clock),
    basketMoves: pieceMoves(database, collections, clock),
    bathFinish: bathFinish(database, collections, clock),
    course: potCourse(database, collections, clock),
    basket: basketService(database.read),
    hob,
    calendar: calendarService(
      database.read,
      {
        walk: walk.view,
        hob: hob.view,
        jars: (now) => jars.standing(now),
        plans: year.plans,
        looks: () => setsToLookAt(database.read),
        versions,
      },
      clock,
    ),
    plannedTrials: trialService(database.read),
    fairTrials: fairTrials(database, collections, evidence, clock),
    recipes: recipeService(database.read),
    instruments: instrumentService(
      {
        settings: () => settings.read(),
        pot: (id) => collections.pots.read(id),
        vessel: (id) => collections.vessels.read(id),
      },
      clock,
    ),
    reader: readerService(database.read, () => settings.read(), curves, clock),
    booth: boothService(database.read),
    notes: notesService(names),
    cards,
    year,
    yearBack: sinceLastChange(database.read, back.view, undefined, YEARS_KEPT),
    firstTrial: firstTrialService(database, collections, clock),
    alike: readAlike(database, collections.swatches, clock),
    shelfView: shelfService(database.read),
    strength: strengthService(database.read, curves, versions),
    evidence,
    curves,
    typical: typicalService(database.read, tasks),
    atlas,
    fastness,
    testSets: testSets(database, collections.fastnessTests, clock),
    match: matchService(database.read, curves, match),
    matchPlans: matchPlans(database, collections, clock),
    today: todayService(
      database.read,
      versions,
      walk.view,
      (on) => jars.due(on),
      () => setsToLookAt(database.read),
    ),
    walk,
    wall: wallService(database.read),
    loft: loftService(database.read),
    jarViews: jars,
    names,
    find: findService(database.read, names),
    cautions: dayCautions(database.read),
    photoFiles: photoService(database, collections.photos, files, clock),
    exchange: exchange(database, collections, atlas, clock, tasks, {
      names,
      keepIn: (batch, card) => cards.keepIn(batch, card),
      evidence: () => evidence.whole(),
    }),
    archive: archiveService(database, files, clock),
    settings,
    /** Work of a request that others must not wait for. */
    tasks,
    changes: undoService(database, collections, clock),
    forgetting: forgettingService(database, clock),
  }
}

export type Log = ReturnType<typeof createLog>
export type Collection =
  | 'sources'
  | 'patches'
  | 'allowances'
  | 'containers'
  | 'lots'
  | 'jars'
  | 'wishes'
  | 'plans'
  | 'markers'
  | 'trials'
  | 'fastnessTests'
  | 'photos'
  | 'sets'
  | 'pieces'
  | 'baths'
  | 'shelf'
  | 'vessels'
  | 'ways'
  | 'pots'
  | 'swatches'
