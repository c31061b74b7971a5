import Joi from 'joi'
import {
  idField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** A picture of a lot, a jar or a swatch. The stored file holds no place and no camera's name. */
export interface Photo extends Recorded {
  hash: string
  width: number
  height: number
  bytes: number
  lotId: string | null
  jarId: string | null
  swatchId: string | null
  /** Look that it belongs to. */
  roundId: string | null
  /** As the camera's clock had it, local; null where it is not told. */
  takenAt: string | null
  /** Kept only where it was asked for. */
  lat: number | null
  lon: number | null
  note: string
}

export type NewPhoto = Omit<Photo, Exclude<keyof Recorded, 'id'>>

/** What comes with the bytes, in the address. */
export interface PhotoUpload {
  id: string
  lotId?: string
  jarId?: string
  swatchId?: string
  roundId?: string
  /** `drop`: not looked at; `read`: told once, not kept; `keep`: kept beside the photo. */
  place: 'drop' | 'read' | 'keep'
}

export const photoUploadSchema = Joi.object<PhotoUpload>({
  id: newIdField.required(),
  lotId: idField,
  jarId: idField,
  swatchId: idField,
  roundId: idField,
  place: Joi.string().valid('drop', 'read', 'keep').default('drop'),
})
  .xor('lotId', 'jarId', 'swatchId')
  .messages({
    'object.missing': 'give lotId, jarId or swatchId: what the photo is of',
    'object.xor': 'give one of lotId, jarId, swatchId',
  })

export const photoChangeSchema = Joi.object<{ note?: string }>({ note: noteField }).min(1)

/** Photos come by their own route. */
export const newPhotoSchema = Joi.object<NewPhoto>().custom((_, helpers) =>
  helpers.message({
    custom: '{#label} of a photo is made of a picture: send its file to /pictures',
  }),
)

export interface PhotoQuery extends PageQuery {
  lotId?: string
  jarId?: string
  swatchId?: string
  /** Of any lot of it. */
  sourceId?: string
}

export const photoQuerySchema = Joi.object<PhotoQuery>({
  ...pageFields,
  lotId: idField,
  jarId: idField,
  swatchId: idField,
  sourceId: idField,
})
