import Joi from 'joi'
import type { Lab } from '../../core/colour/tristimulus'
import { hexField, labField, newIdField, reflectanceField } from './common'

/** One look at a colour, as it was given. Readings are only ever added. */
export interface Reading {
  id: string
  method: 'hex' | 'lab' | 'reflectance'
  hex: string
  lab: Lab
  /** 31 factors where they were measured; null where the spectrum is only estimated. */
  reflectance: number[] | null
  basis: 'measured' | 'estimated'
  /** Channels at the end of the screen's range: no strength is read from such a colour. */
  clipped: string[]
  wet: boolean
  washed: boolean
  readAt: string
}

/** A colour by one of: a screen colour, a CIELAB value (D65, 2 degree), a measured spectrum. */
export interface NewReading {
  id?: string
  hex?: string
  lab?: Lab
  reflectance?: number[]
  wet: boolean
  washed: boolean
}

export const newReadingSchema = Joi.object<NewReading>({
  id: newIdField,
  hex: hexField,
  lab: labField,
  reflectance: reflectanceField,
  wet: Joi.boolean().default(false),
  washed: Joi.boolean().default(false),
})
  .xor('hex', 'lab', 'reflectance')
  .messages({
    'object.missing': 'the colour is missing: give one of hex, lab, reflectance',
    'object.xor': 'give one of hex, lab, reflectance, not several',
  })
