import { clippedChannels, hexOfLab, labOfHex } from '../../../core/colour/screen-colour'
import { estimateReflectance } from '../../../core/colour/estimate-reflectance'
import { checkedReflectance, type Reflectance } from '../../../core/colour/spectrum'
import { labOfReflectance } from '../../../core/colour/tristimulus'
import { InputError } from '../../../core/input-error'
import { newId } from '../../../shared/ids'
import { PLAIN_ABOUT, type NewReading, type Reading } from '../../../shared/schemas/swatch/reading'
import { present } from '../../../core/present'

/**
 * A reading as it is kept, from a colour as it was given.
 *
 * @param pointer where the reading stands in the caller's body
 * @throws InputError for a colour that no surface can have
 */
export function takeReading(input: NewReading, readAt: string, pointer: string): Reading {
  const { wet, washed, lightHours = null, errorDe = null, unevenness = null } = input
  const common = {
    id: input.id ?? newId(),
    wet,
    washed,
    readAt,
    lightHours,
    errorDe,
    unevenness,
    by: input.by ?? (input.reflectance ? 'file' : 'eye'),
    about: { ...PLAIN_ABOUT, ...input.about },
  }
  if (input.reflectance) {
    const reflectance = [...checkedReflectance(input.reflectance, `${pointer}/reflectance`)]
    const lab = labOfReflectance(reflectance)
    const spectrum = { method: 'reflectance', basis: 'measured', reflectance } as const
    return { ...common, ...spectrum, hex: hexOfLab(lab), lab, clipped: [] }
  }
  const estimated = { basis: 'estimated', reflectance: null } as const
  if (input.hex) {
    const lab = labOfHex(input.hex, `${pointer}/hex`)
    const clipped = clippedChannels(input.hex)
    return { ...common, ...estimated, method: 'hex', hex: hexOfLab(lab), lab, clipped }
  }
  const lab = present(input.lab)
  try {
    estimateReflectance(lab)
  } catch (cause) {
    const why = cause instanceof InputError ? cause.message : String(cause)
    throw new InputError(`lab cannot be read: ${why}`, `${pointer}/lab`, { cause })
  }
  // A CIELAB value is exact even where no screen can show it: only its picture is cut off.
  return { ...common, ...estimated, method: 'lab', hex: hexOfLab(lab), lab, clipped: [] }
}

/** The spectrum of a reading: as measured, or else the likely one behind its colour. */
export const spectrumOf = ({ reflectance, lab }: Reading): Reflectance =>
  reflectance ?? estimateReflectance(lab)
