import { gravestFirst, type Guard } from './guards'

export const VESSEL_MATERIALS = [
  'steel',
  'enamel',
  'glass',
  'plastic',
  'iron',
  'copper',
  'aluminium',
  'zinc',
] as const
export type VesselMaterial = (typeof VESSEL_MATERIALS)[number]

const INERT: readonly VesselMaterial[] = ['steel', 'enamel', 'glass']

/** Whether a pot of it may be heated and takes no part in what is in it (common practice, no source). */
export const isInert = (material: VesselMaterial): boolean => INERT.includes(material)

export interface GuardedVessel {
  name: string
  material: VesselMaterial
  isDyeOnly: boolean
  /** Brim-full, L. */
  fullL: number
}

/** Below this a bath is acid: zinc dissolves in it. */
const ACID_PH = 6

/** What the metal of a pot does to what is in it (common practice, no source). */
const TAKES_PART: Partial<Record<VesselMaterial, string>> = {
  iron: 'iron dulls and darkens, as an iron mordant would',
  copper: 'copper greens, as a copper mordant would, and acid takes more of it',
  aluminium: 'aluminium takes part as alum would, and soda eats it',
}

/** What to mind about a vessel before anything goes in. */
export function vesselGuards(
  vessel: GuardedVessel,
  bath: { ph: number | null; bringsAcid: boolean; tempC: number | null },
): Guard[] {
  const guards: Guard[] = []
  const add = (level: Guard['level'], code: Guard['code'], words: string) =>
    guards.push({ code, level, words, pieces: [] })
  const isAcid = bath.bringsAcid || (bath.ph !== null && bath.ph < ACID_PH)
  if (vessel.material === 'zinc' && isAcid) {
    add(
      'stop',
      'acidInZinc',
      `${vessel.name} is zinc: acid dissolves it, and zinc salts make ill. Take another vessel.`,
    )
  }
  const part = TAKES_PART[vessel.material]
  if (part)
    add('mind', 'vesselTakesPart', `${vessel.name} takes part: ${part}. It counts as a factor.`)
  if (!vessel.isDyeOnly) {
    add(
      'grave',
      'notDyeOnly',
      `${vessel.name} is not marked as kept for dyeing: what dyes never goes back to the kitchen.`,
    )
  }
  if (vessel.material === 'plastic' && bath.tempC !== null && bath.tempC > 60) {
    add('grave', 'tooHot', `${vessel.name} is plastic: not over a flame, and not above 60 °C.`)
  }
  return gravestFirst(guards)
}
