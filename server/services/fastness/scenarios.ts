import { windowLight } from '../../../core/fastness/window-light'

/** Something that a piece may be used for, as a dose. */
export interface Scenario {
  words: string
  /** Hours of window sun, or washes. */
  dose: number
  logSd: number
}

export type Scenarios = Record<'light' | 'wash', Scenario[]>

/** A year in a room out of the sun: 150 lux for ten hours a day, as hours of window sun. From memory. */
const ROOM_YEAR_H = 11
const ROOM_LOG_SD = 0.6

/**
 * What is asked of every piece: a year in a room, a summer in a window that looks to the sun, washes.
 *
 * @param latitude degrees; south of the equator summer falls at the year's end, and the sun in the north
 */
export function usualScenarios(latitude: number): Scenarios {
  const isSouthern = latitude < 0
  const days = isSouthern
    ? (['2025-12-01', '2026-02-28'] as const)
    : (['2026-06-01', '2026-08-31'] as const)
  const { windowSunH, logSd } = windowLight(latitude, days, isSouthern ? 'N' : 'S', 'mixed')
  return {
    light: [
      { words: 'a year in a room', dose: ROOM_YEAR_H, logSd: ROOM_LOG_SD },
      {
        words: `a summer in a ${isSouthern ? 'north' : 'south'} window`,
        dose: windowSunH,
        logSd,
      },
    ],
    wash: [
      { words: 'ten washes', dose: 10, logSd: 0 },
      { words: 'fifty washes', dose: 50, logSd: 0 },
    ],
  }
}
