import type Joi from 'joi'
import { COLLECTIONS } from '../../server/http/collections'
import { finishBathSchema } from '../../shared/schemas/basket/mordant-bath'
import { namedPiecesSchema, splitPieceSchema } from '../../shared/schemas/basket/piece'
import {
  gatherSetSchema,
  manyBathsSchema,
  manyPiecesSchema,
  treatManySchema,
} from '../../shared/schemas/basket/piece-moves'
import * as calc from '../../shared/schemas/calc/calc'
import * as calcBath from '../../shared/schemas/calc/calc-bath'
import { pairsSchema } from '../../shared/schemas/calc/calc-pairs'
import { notesSchema } from '../../shared/schemas/exchange/notes'
import { newTestSetSchema, testSetChangeSchema } from '../../shared/schemas/fastness/fastness-moves'
import { readerAskSchema, scaleHandledSchema } from '../../shared/schemas/instruments/handling'
import {
  backupFolderSchema,
  bringSchema,
  restoreSchema,
} from '../../shared/schemas/keeping/keeping'
import { drawJarSchema } from '../../shared/schemas/loft/jar'
import {
  combineLotsSchema,
  countLogSchema,
  countStockSchema,
  splitLotSchema,
} from '../../shared/schemas/loft/lot-moves'
import { settingsSchema } from '../../shared/schemas/log/settings'
import { newMatchPlanSchema } from '../../shared/schemas/match/match-plan'
import { firstTrialSchema } from '../../shared/schemas/pot/first-trial'
import { plannedTrialSchema } from '../../shared/schemas/pot/planned-trial'
import { newPotsSchema } from '../../shared/schemas/pot/pot'
import { finishPotSchema, newPotEventSchema } from '../../shared/schemas/pot/pot-event'
import { cardsSchema } from '../../shared/schemas/swatch/card'
import { readAlikeSchema } from '../../shared/schemas/swatch/read-alike'
import { newTrialSchema, trialDesignSchema } from '../../shared/schemas/trial/trial'
import { planPreviewSchema } from '../../shared/schemas/year/plan'

/**
 * Every address of the server but the importers, with what it takes: what is missing here is not
 * tried. `:id` stands for a thing's id, `:name` for one of several words.
 */

/** What is posted as JSON. */
export const POSTED: readonly [path: string, schema: Joi.Schema][] = [
  ...Object.entries(COLLECTIONS).map(([name, { create }]): [string, Joi.Schema] => [name, create]),
  ['keeping/restore', restoreSchema],
  ['keeping/bring', bringSchema],
  ['basket/named', namedPiecesSchema],
  ['moves/baths', manyBathsSchema],
  ['moves/cards', cardsSchema],
  ['moves/combine', combineLotsSchema],
  ['moves/count', countStockSchema],
  ['moves/count-log', countLogSchema],
  ['moves/draw/:id', drawJarSchema],
  ['moves/fastness', newTestSetSchema],
  ['moves/fastness-looks', testSetChangeSchema],
  ['moves/finish-bath/:id', finishBathSchema],
  ['moves/finish-pot/:id', finishPotSchema],
  ['moves/first-trial', firstTrialSchema],
  ['moves/match', newMatchPlanSchema],
  ['moves/pieces', manyPiecesSchema],
  ['moves/pot-note/:id', newPotEventSchema],
  ['moves/pots', newPotsSchema],
  ['moves/read-alike', readAlikeSchema],
  ['moves/set', gatherSetSchema],
  ['moves/split', splitLotSchema],
  ['moves/split-piece/:id', splitPieceSchema],
  ['moves/treat', treatManySchema],
  ['moves/trial', newTrialSchema],
  ['notes/read', notesSchema],
  ['plan/design', trialDesignSchema],
  ['plan/trial', plannedTrialSchema],
  ['year/preview', planPreviewSchema],
  ['instruments/scale', scaleHandledSchema],
  ['instruments/reader/read', readerAskSchema],
  ['calc/colour', calc.colourSchema],
  ['calc/curve', calc.curveSchema],
  ['calc/difference', calc.differenceSchema],
  ['calc/heat', calc.heatSchema],
  ['calc/mordant', calc.mordantSchema],
  ['calc/pair', calc.pairSchema],
  ['calc/pairs', pairsSchema],
  ['calc/ph', calcBath.phSchema],
  ['calc/ph-dose', calcBath.phDoseSchema],
  ['calc/potency', calc.potencySchema],
  ['calc/quantity', calc.quantitySchema],
  ['calc/ratio', calc.ratioSchema],
  ['calc/schedule', calcBath.scheduleSchema],
  ['calc/strength', calc.strengthSchema],
  ['calc/water', calcBath.waterSchema],
]

/** What is changed by JSON. */
export const PATCHED: readonly [path: string, schema: Joi.Schema][] = [
  ...Object.entries(COLLECTIONS).map(([name, { change }]): [string, Joi.Schema] => [
    `${name}/:id`,
    change,
  ]),
  ['settings', settingsSchema],
  ['keeping', backupFolderSchema],
]

/** What is done without a body. */
export const COMMANDED: readonly string[] = [
  ...Object.keys(COLLECTIONS).flatMap((name) => [`${name}/:id/set-aside`, `${name}/:id/restore`]),
  'changes/:id/undo',
  'changes/:id/close',
  'instruments/reader/calibrate',
  'keeping/salvage',
]

/** What is done without a body and writes whole files, so that it is seldom asked for. */
export const COSTLY: readonly [method: string, path: string][] = [
  ['POST', 'keeping/backup'],
  ['POST', 'demo'],
  ['GET', 'archive?places=none'],
  ['GET', 'keeping/salvaged'],
  ['DELETE', 'archive/:id'],
]

/** Lists of the collections, by what they can be asked for. */
export const LISTED: readonly [path: string, query: Joi.Schema][] = Object.entries(COLLECTIONS).map(
  ([name, { query }]) => [name, query],
)

/** What is read; what it can be asked for stands in the address, soundly. */
export const READ: readonly string[] = [
  ...Object.keys(COLLECTIONS).map((name) => `${name}/:id`),
  'archive/:id',
  'atlas',
  'basket',
  'basket/alike?fibre=wool&form=yarn&name=x',
  'basket/rows?offset=0&limit=100&find=wool',
  'booth/:id',
  'booth/near?l=50&a=3&b=40&but=:id',
  'calendar?on=2026-09-01&places=true&save=true',
  'cautions?on=2026-09-01',
  'curves',
  'curves?sourceId=:id',
  'demo',
  'evidence?sourceId=:id&ratios=any',
  'evidence/spoilt?sourceId=:id&factor=mordant',
  'evidence/trials',
  'evidence/two?a=:id&b=SWA-26-01',
  'export/:name',
  'fastness?on=2026-09-01',
  'fastness/sources',
  'fastness/swatch/:id?on=2026-09-01',
  'find?q=tan',
  'health',
  'hob',
  'instruments',
  'instruments/probe/:id',
  'instruments/reader',
  'instruments/scale',
  'keeping',
  'keeping/look?backup=backups/2026-01-01T00-00-00-000Z',
  'loft?on=2026-09-01',
  'loft/:id',
  'match',
  'names?q=tan&limit=20',
  'pictures/:id?size=small',
  'recipe/:id',
  'settings',
  'standing?on=2026-09-01',
  'standing/:id',
  'stores',
  'strength',
  'strength/:id',
  'strength/:id/lots',
  'today?on=2026-09-01',
  'typical?mordant=alum&fibre=wool',
  'walk?on=2026-09-01',
  'walk/:id?on=2026-09-01',
  'wall',
  'year/back?year=2026',
  'year/plans',
]

/** Addresses of nothing. */
export const NOWHERE: readonly string[] = ['constructor', '__proto__/:id', 'lots/:id/constructor']
