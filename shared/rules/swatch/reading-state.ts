import type { Reading } from '../../schemas/swatch/reading'
import { bestReading } from './best-reading'

/** How a swatch was when it was looked at: wet, dry, or after it was shown to light on purpose. */
export const READING_STATES = ['dry', 'wet', 'faded'] as const
export type ReadingState = (typeof READING_STATES)[number]

type Told = Pick<Reading, 'wet' | 'washed' | 'lightHours' | 'basis' | 'by'>

export function readingState({ wet, lightHours }: Pick<Told, 'wet' | 'lightHours'>): ReadingState {
  if (lightHours !== null) return 'faded'
  return wet ? 'wet' : 'dry'
}

/**
 * The reading that stands for a swatch in a state, as everywhere; of faded ones the longest in the light.
 *
 * @param readings newest first
 * @returns null where there is none in that state
 */
export function readingInState<R extends Told>(
  readings: readonly R[],
  state: ReadingState,
): R | null {
  const of = readings.filter((reading) => readingState(reading) === state)
  const most = Math.max(0, ...of.map(({ lightHours }) => lightHours ?? 0))
  const longest = of.filter(({ lightHours }) => (lightHours ?? 0) === most)
  return bestReading(longest, { afterLight: true })
}
