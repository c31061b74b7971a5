import dayjs from 'dayjs'
import { KLX_OF_WINDOW_SUN, windowLight } from '../../../core/fastness/window-light'
import type { FastnessTest, Look } from '../../schemas/fastness/fastness-test'

/** What a strip was shown to by a look, and how that is known. */
export interface LookDose {
  /** Hours of window sun; or times washed. */
  dose: number
  /** SD of its logarithm. */
  logSd: number
  basis: 'told' | 'metered' | 'reckoned'
}

/** Hours that somebody told, of light of which nobody knows how strong it was. From memory. */
const TOLD_LOG_SD = 0.5
const METER_LOG_SD = 0.1
/** Weeks whose season nobody knows: between a winter's and a summer's. From memory. */
const SEASON_LOG_SD = 0.4
/** A week of the middle season, for weeks of no known day. */
const MIDDLE_WEEK = ['2026-03-20', '2026-03-27'] as const

type Tested = Pick<FastnessTest, 'kind' | 'light' | 'begunOn'>

/**
 * What a piece was shown to by a look at it.
 *
 * @param latitude of the log, degrees; south below 0
 * @returns null where neither the dyer nor the days tell it
 */
export function doseOfLook(
  { kind, light, begunOn }: Tested,
  { dose, on }: Pick<Look, 'dose' | 'on'>,
  latitude: number,
): LookDose | null {
  if (kind === 'wash') {
    return dose?.unit === 'times' ? { dose: dose.value, logSd: 0, basis: 'told' } : null
  }
  if (kind !== 'light') return null
  const [facing, sky] = [light?.facing ?? null, light?.sky ?? null]
  if (dose?.unit === 'klxh') {
    return { dose: dose.value / KLX_OF_WINDOW_SUN, logSd: METER_LOG_SD, basis: 'metered' }
  }
  if (dose?.unit === 'hours') return { dose: dose.value, logSd: TOLD_LOG_SD, basis: 'told' }
  if (dose?.unit === 'weeks') {
    const days = Math.round(7 * dose.value)
    const span = on
      ? ([dayjs(on).subtract(days, 'day').format('YYYY-MM-DD'), on] as const)
      : begunOn
        ? ([begunOn, dayjs(begunOn).add(days, 'day').format('YYYY-MM-DD')] as const)
        : null
    const { windowSunH, logSd } = windowLight(latitude, span ?? MIDDLE_WEEK, facing, sky)
    return {
      dose: span ? windowSunH : windowSunH * dose.value,
      logSd: span ? logSd : Math.hypot(logSd, SEASON_LOG_SD),
      basis: 'reckoned',
    }
  }
  if (!begunOn || !on || on < begunOn) return null
  const { windowSunH, logSd } = windowLight(latitude, [begunOn, on], facing, sky)
  return { dose: windowSunH, logSd, basis: 'reckoned' }
}
