import Joi from 'joi'
import type { CorrectionKind } from '../../../core/colour/photo/camera-correction'
import type { Lab } from '../../../core/colour/tristimulus'
import {
  aboveNothing,
  hexField,
  idField,
  labField,
  newIdField,
  reflectanceField,
} from '../log/common'

/** How a colour was come by: looked at, from a photo, from a file of spectra, by the swatch reader. */
export const READ_BY = ['eye', 'photo', 'file', 'reader'] as const
export type ReadBy = (typeof READ_BY)[number]

const CORRECTIONS = [
  'none',
  'onePatch',
  'linear',
  'rootPolynomial',
] as const satisfies readonly CorrectionKind[]

/** What else is known of how a reading was made. */
export interface ReadingAbout {
  /** What the file or the photo was called, and the spectrum in it. */
  file: string
  /** The photo, where it was kept. */
  photoId: string | null
  correction: CorrectionKind | null
  /** Patches behind the correction, and CIEDE2000 it left on them; null where they cannot tell. */
  patches: number
  meanError: number | null
  largestError: number | null
  /** CIEDE2000 by which the correction moved the colour. */
  moved: number | null
  isSimulated: boolean
  /** The swatch that was looked at, where this one was taken to be like it. */
  readAs: string | null
}

export const PLAIN_ABOUT: ReadingAbout = {
  file: '',
  photoId: null,
  correction: null,
  patches: 0,
  meanError: null,
  largestError: null,
  moved: null,
  isSimulated: false,
  readAs: null,
}

/** Everything a reading tells beside its colour. */
interface ReadingTraits {
  by: ReadBy
  wet: boolean
  /** Washed after it was dyed; null: not known. */
  washed: boolean | null
  /** Hours of light it had been shown to on purpose; null: none. */
  lightHours: number | null
  /** CIEDE2000 by which it is likely off; null: what is usual for how it was read. */
  errorDe: number | null
  /** Mean CIEDE2000 of an area's tiles against its mean colour; null: not told. */
  unevenness: number | null
  about: ReadingAbout
}

/** One look at a colour, as it was given. Readings are only ever added. */
export interface Reading extends ReadingTraits {
  id: string
  method: 'hex' | 'lab' | 'reflectance'
  hex: string
  lab: Lab
  /** 31 factors where they were measured; null where the spectrum is only estimated. */
  reflectance: number[] | null
  basis: 'measured' | 'estimated'
  /** Channels at the end of the screen's range: no strength is read from such a colour. */
  clipped: string[]
  readAt: string
}

/** A colour by one of: a screen colour, a CIELAB value (D65, 2 degree), a measured spectrum. */
export interface NewReading extends Partial<Omit<ReadingTraits, 'about'>> {
  id?: string
  hex?: string
  lab?: Lab
  reflectance?: number[]
  wet: boolean
  washed: boolean | null
  about?: Partial<ReadingAbout>
}

const difference = Joi.number().min(0).max(200).allow(null)

const aboutField = Joi.object<Partial<ReadingAbout>>({
  file: Joi.string().trim().max(200).allow(''),
  photoId: idField.allow(null),
  correction: Joi.string()
    .valid(...CORRECTIONS)
    .allow(null),
  patches: Joi.number().integer().min(0).max(1000),
  meanError: difference,
  largestError: difference,
  moved: difference,
  isSimulated: Joi.boolean(),
})

export const newReadingSchema = Joi.object<NewReading>({
  id: newIdField,
  hex: hexField,
  lab: labField,
  reflectance: reflectanceField,
  wet: Joi.boolean().default(false),
  washed: Joi.boolean().allow(null).default(null),
  by: Joi.string().valid(...READ_BY),
  lightHours: aboveNothing(100_000).allow(null),
  errorDe: difference,
  unevenness: difference,
  about: aboutField,
})
  .xor('hex', 'lab', 'reflectance')
  .messages({
    'object.missing': 'the colour is missing: give one of hex, lab, reflectance',
    'object.xor': 'give one of hex, lab, reflectance, not several',
  })
