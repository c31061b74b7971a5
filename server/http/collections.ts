import Joi, { type ObjectSchema } from 'joi'
import { idField, type PageQuery, type Recorded } from '../../shared/schemas/common'
import {
  newPatchRuleSchema,
  patchRuleChangeSchema,
  patchRuleQuerySchema,
} from '../../shared/schemas/allowance'
import {
  containerChangeSchema,
  containerQuerySchema,
  newContainerSchema,
} from '../../shared/schemas/container'
import { jarChangeSchema, jarQuerySchema, newJarSchema } from '../../shared/schemas/jar'
import { newPhotoSchema, photoChangeSchema, photoQuerySchema } from '../../shared/schemas/photo'
import { newWishSchema, wishChangeSchema, wishQuerySchema } from '../../shared/schemas/wish'
import { lotChangeSchema, lotQuerySchema, newLotSchema } from '../../shared/schemas/lot'
import { newPatchSchema, patchChangeSchema, patchQuerySchema } from '../../shared/schemas/patch'
import { newPieceSchema, pieceChangeSchema, pieceQuerySchema } from '../../shared/schemas/piece'
import {
  newOwnWaySchema,
  ownWayChangeSchema,
  ownWayQuerySchema,
} from '../../shared/schemas/own-way'
import { newVesselSchema, vesselChangeSchema, vesselQuerySchema } from '../../shared/schemas/vessel'
import { newPotSchema, potChangeSchema, potQuerySchema } from '../../shared/schemas/pot'
import { newSourceSchema, sourceChangeSchema, sourceQuerySchema } from '../../shared/schemas/source'
import { newSwatchSchema, swatchChangeSchema, swatchQuerySchema } from '../../shared/schemas/swatch'
import { bathChangeSchema, bathQuerySchema, newBathSchema } from '../../shared/schemas/mordant-bath'
import {
  newPieceSetSchema,
  pieceSetChangeSchema,
  pieceSetQuerySchema,
} from '../../shared/schemas/piece-set'
import {
  newShelfItemSchema,
  shelfItemChangeSchema,
  shelfQuerySchema,
} from '../../shared/schemas/shelf'
import type { Collection, Log } from '../services/log'
import type { Records } from '../services/records'
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
