import type { FadingPrior } from './fading'

/** How a dye is known to hold before it was tested. */
export type TypicalFastness = 'good' | 'fair' | 'poor' | 'unknown'

/**
 * What is usual: hours of window sun, or washes, until half of what goes is gone. From memory; as wide
 * as such sayings are wrong.
 */
const LIGHT_H: Record<TypicalFastness, number> = { good: 1200, fair: 350, poor: 80, unknown: 250 }
const WASHES: Record<TypicalFastness, number> = { good: 80, fair: 45, poor: 25, unknown: 40 }
const LOG_SD = 1.3

export const usualFading = (of: 'light' | 'wash', typical: TypicalFastness): FadingPrior => ({
  halfTime: (of === 'light' ? LIGHT_H : WASHES)[typical],
  logSd: typical === 'unknown' ? LOG_SD + 0.2 : LOG_SD,
})
