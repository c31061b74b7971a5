import Joi, { type ObjectSchema } from 'joi'
import { idField, type PageQuery, type Recorded } from '../../shared/schemas/log/common'
import {
  newPatchRuleSchema,
  patchRuleChangeSchema,
  patchRuleQuerySchema,
} from '../../shared/schemas/walk/allowance'
import {
  containerChangeSchema,
  containerQuerySchema,
  newContainerSchema,
} from '../../shared/schemas/loft/container'
import { jarChangeSchema, jarQuerySchema, newJarSchema } from '../../shared/schemas/loft/jar'
import {
  newPhotoSchema,
  photoChangeSchema,
  photoQuerySchema,
} from '../../shared/schemas/loft/photo'
import { newPlanSchema, planChangeSchema, planQuerySchema } from '../../shared/schemas/year/plan'
import {
  markerChangeSchema,
  markerQuerySchema,
  newMarkerSchema,
} from '../../shared/schemas/year/marker'
import {
  fastnessTestChangeSchema,
  fastnessTestQuerySchema,
  newFastnessTestSchema,
} from '../../shared/schemas/fastness/fastness-test'
import {
  trialChangeSchema,
  trialQuerySchema,
  trialRowSchema,
} from '../../shared/schemas/trial/trial'
import { newWishSchema, wishChangeSchema, wishQuerySchema } from '../../shared/schemas/walk/wish'
import { lotChangeSchema, lotQuerySchema, newLotSchema } from '../../shared/schemas/loft/lot'
import {
  newPatchSchema,
  patchChangeSchema,
  patchQuerySchema,
} from '../../shared/schemas/walk/patch'
import {
  newPieceSchema,
  pieceChangeSchema,
  pieceQuerySchema,
} from '../../shared/schemas/basket/piece'
import {
  newOwnWaySchema,
  ownWayChangeSchema,
  ownWayQuerySchema,
} from '../../shared/schemas/pot/own-way'
import {
  newVesselSchema,
  vesselChangeSchema,
  vesselQuerySchema,
} from '../../shared/schemas/pot/vessel'
import { newPotSchema, potQuerySchema } from '../../shared/schemas/pot/pot'
import { potChangeSchema } from '../../shared/schemas/pot/pot-change'
import {
  newSourceSchema,
  sourceChangeSchema,
  sourceQuerySchema,
} from '../../shared/schemas/walk/source'
import {
  newSwatchSchema,
  swatchChangeSchema,
  swatchQuerySchema,
} from '../../shared/schemas/swatch/swatch'
import {
  bathChangeSchema,
  bathQuerySchema,
  newBathSchema,
} from '../../shared/schemas/basket/mordant-bath'
import {
  newPieceSetSchema,
  pieceSetChangeSchema,
  pieceSetQuerySchema,
} from '../../shared/schemas/basket/piece-set'
import {
  newShelfItemSchema,
  shelfItemChangeSchema,
  shelfQuerySchema,
} from '../../shared/schemas/loft/shelf'
import type { Collection, Log } from '../services/log/log'
import type { Records } from '../services/log/records'
import { HttpRefusal } from './http-refusal'

interface CollectionSchemas {
  query: ObjectSchema<PageQuery>
  create: ObjectSchema<{ id: string }>
  change: ObjectSchema<object>
}

/** What each collection of the log takes. */
export const COLLECTIONS: Record<Collection, CollectionSchemas> = {
  sources: { query: sourceQuerySchema, create: newSourceSchema, change: sourceChangeSchema },
  patches: { query: patchQuerySchema, create: newPatchSchema, change: patchChangeSchema },
  allowances: {
    query: patchRuleQuerySchema,
    create: newPatchRuleSchema,
    change: patchRuleChangeSchema,
  },
  containers: {
    query: containerQuerySchema,
    create: newContainerSchema,
    change: containerChangeSchema,
  },
  jars: { query: jarQuerySchema, create: newJarSchema, change: jarChangeSchema },
  markers: { query: markerQuerySchema, create: newMarkerSchema, change: markerChangeSchema },
  plans: { query: planQuerySchema, create: newPlanSchema, change: planChangeSchema },
  fastnessTests: {
    query: fastnessTestQuerySchema,
    create: newFastnessTestSchema,
    change: fastnessTestChangeSchema,
  },
  trials: { query: trialQuerySchema, create: trialRowSchema, change: trialChangeSchema },
  wishes: { query: wishQuerySchema, create: newWishSchema, change: wishChangeSchema },
  photos: { query: photoQuerySchema, create: newPhotoSchema, change: photoChangeSchema },
  lots: { query: lotQuerySchema, create: newLotSchema, change: lotChangeSchema },
  pieces: { query: pieceQuerySchema, create: newPieceSchema, change: pieceChangeSchema },
  sets: { query: pieceSetQuerySchema, create: newPieceSetSchema, change: pieceSetChangeSchema },
  baths: { query: bathQuerySchema, create: newBathSchema, change: bathChangeSchema },
  shelf: {
    query: shelfQuerySchema,
    create: newShelfItemSchema,
    change: shelfItemChangeSchema,
  },
  vessels: { query: vesselQuerySchema, create: newVesselSchema, change: vesselChangeSchema },
  ways: { query: ownWayQuerySchema, create: newOwnWaySchema, change: ownWayChangeSchema },
  pots: { query: potQuerySchema, create: newPotSchema, change: potChangeSchema },
  swatches: { query: swatchQuerySchema, create: newSwatchSchema, change: swatchChangeSchema },
}

export const idParams = Joi.object<{ id: string }>({ id: idField.required() }).unknown()

/** Services of a collection as the routes call them: with bodies its own schema has checked. */
type AnyRecords = Records<Recorded, { id: string }, object, PageQuery>

/** The collection an address names. @throws HttpRefusal 404 */
export function collectionNamed(name: string | undefined): Collection {
  if (name && Object.hasOwn(COLLECTIONS, name)) return name as Collection
  throw new HttpRefusal(404, 'Not found', 'There is nothing at this address.')
}

export const recordsOf = (log: Log, collection: Collection) =>
  log[collection] as unknown as AnyRecords
