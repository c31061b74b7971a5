import Joi from 'joi'
import { HAZARD_KINDS } from '../../../core/safety/gathering'
import {
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** What leaves this machine of a place: nothing, a tenth of a degree, or all of it. */
export const PRIVACIES = ['dropped', 'rounded', 'exact'] as const
export type Privacy = (typeof PRIVACIES)[number]

/** A place where things are gathered. */
export interface Patch extends Recorded {
  name: string
  /** Degrees north and east (WGS 84); null where it has no place on a map. */
  lat: number | null
  lon: number | null
  /** Who gave leave, or that it was not asked yet. */
  permission: string
  /** Kinds that bring their caution: road, spray, dogs, tide, steep. */
  hazardKinds: string[]
  /** In words: what to mind there. */
  hazards: string
  privacy: Privacy
  note: string
}

export type NewPatch = Omit<Patch, Exclude<keyof Recorded, 'id'>>

/** A place of which nothing but its name is known. */
export const PLAIN_PATCH = {
  lat: null,
  lon: null,
  permission: '',
  hazardKinds: [] as string[],
  hazards: '',
  privacy: 'dropped',
  note: '',
} satisfies Omit<NewPatch, 'id' | 'name'>

const editable = {
  name: nameField,
  lat: Joi.number().min(-90).max(90).allow(null),
  lon: Joi.number().min(-180).max(180).allow(null),
  permission: Joi.string().trim().max(200).allow(''),
  hazardKinds: Joi.array()
    .items(Joi.string().valid(...HAZARD_KINDS))
    .max(HAZARD_KINDS.length)
    .unique(),
  hazards: noteField,
  privacy: Joi.string().valid(...PRIVACIES),
  note: noteField,
}

const BOTH = {
  'object.and': 'give both lat and lon, or neither',
}

export const newPatchSchema = Joi.object<NewPatch>({
  ...editable,
  id: newIdField.required(),
  name: editable.name.required(),
  lat: editable.lat.default(null),
  lon: editable.lon.default(null),
  permission: editable.permission.default(''),
  hazardKinds: editable.hazardKinds.default([]),
  hazards: noteField.default(''),
  privacy: editable.privacy.default('dropped'),
  note: noteField.default(''),
})
  .and('lat', 'lon')
  .messages(BOTH)

export type PatchChange = Partial<Omit<NewPatch, 'id'>>

export const patchChangeSchema = Joi.object<PatchChange>(editable)
  .min(1)
  .and('lat', 'lon')
  .messages(BOTH)

export interface PatchQuery extends PageQuery {
  q?: string
}

export const patchQuerySchema = Joi.object<PatchQuery>({
  ...pageFields,
  q: Joi.string().allow('').max(80),
})
