import type { Lid } from '~~/core/bath/evaporation'
import type { ParticleSize } from '~~/core/bath/water-budget'
import type { RememberedEnd } from '~~/shared/schemas/pot/pot'
import type { Water } from '~~/shared/schemas/pot/pot-plan'

/** What is told of a pot that is over, as it is chosen. */
export const LIQUOR_WORDS: Record<NonNullable<RememberedEnd['liquor']>, string> = {
  kept: 'kept',
  reused: 'used again',
  shifted: 'shifted, and used',
  poured: 'poured away',
}

export const SPENT_WORDS: Record<NonNullable<RememberedEnd['spent']>, string> = {
  compost: 'on the compost',
  kept: 'kept',
  binned: 'into the bin',
  none: 'nowhere: none',
}

export const RINSE_WORDS: Record<NonNullable<RememberedEnd['rinse']>, string> = {
  now: 'at once',
  later: 'dried first',
  none: 'not rinsed',
}

export const YES_NO = { yes: 'yes', no: 'no' } as const

export const SIZE_WORDS: Record<ParticleSize, string> = {
  whole: 'whole',
  chopped: 'chopped',
  ground: 'ground',
}

export const LID_WORDS: Record<Lid, string> = { on: 'lid on', ajar: 'lid ajar', off: 'no lid' }

export const WATER_WORDS: Record<Water, string> = {
  rain: 'rain',
  spring: 'spring',
  tap: 'tap',
  well: 'well',
  other: 'other',
}
