import Joi from 'joi'
import { VESSEL_MATERIALS, type VesselMaterial } from '../../../core/safety/vessel-guards'
import {
  aboveNothing,
  massOrNoneField,
  nameField,
  newIdField,
  noteField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** A pot, jar or bucket that dye is made in. */
export interface Vessel extends Recorded, Omit<NewVessel, 'id'> {}

export interface NewVessel {
  id: string
  name: string
  material: VesselMaterial
  /** Brim-full, L; four fifths of it are useful. */
  fullL: number
  /** Empty weight, g; null: not weighed. */
  emptyG: number | null
  /** Marked as never to go back to the kitchen. */
  isDyeOnly: boolean
  note: string
}

const fields = {
  name: nameField,
  material: Joi.string().valid(...VESSEL_MATERIALS),
  fullL: aboveNothing(1000),
  emptyG: massOrNoneField.allow(null),
  isDyeOnly: Joi.boolean(),
  note: noteField,
}

export const newVesselSchema = Joi.object<NewVessel>({
  ...fields,
  id: newIdField.required(),
  name: fields.name.required(),
  material: fields.material.required(),
  fullL: fields.fullL.required(),
  emptyG: fields.emptyG.default(null),
  isDyeOnly: fields.isDyeOnly.default(true),
  note: fields.note.default(''),
})

export type VesselChange = Partial<Omit<NewVessel, 'id'>>

export const vesselChangeSchema = Joi.object<VesselChange>(fields).min(1)

export const vesselQuerySchema = Joi.object<PageQuery>(pageFields)
