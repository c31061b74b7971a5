import Joi from 'joi'
import {
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from './common'

/** A place where things are gathered. */
export interface Patch extends Recorded {
  name: string
  /** Spray, road, dogs, tide: what to mind there. */
  hazards: string
  note: string
}

export interface NewPatch {
  id: string
  name: string
  hazards: string
  note: string
}

export const newPatchSchema = Joi.object<NewPatch>({
  id: newIdField.required(),
  name: nameField.required(),
  hazards: noteField.default(''),
  note: noteField.default(''),
})

export type PatchChange = Partial<Omit<NewPatch, 'id'>>

export const patchChangeSchema = Joi.object<PatchChange>({
  name: nameField,
  hazards: noteField,
  note: noteField,
}).min(1)

export interface PatchQuery extends PageQuery {
  q?: string
}

export const patchQuerySchema = Joi.object<PatchQuery>({
  ...pageFields,
  q: Joi.string().allow('').max(80),
})
