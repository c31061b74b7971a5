import { LRUCache } from 'lru-cache'
import { getPosition, getTimes } from 'suncalc'
import { finite } from '../checks'
import { InputError } from '../input-error'

/** Where a window looks, or a line in the open; each with its azimuth, degrees from north. */
export const FACINGS = {
  N: 0,
  NE: 45,
  E: 90,
  SE: 135,
  S: 180,
  SW: 225,
  W: 270,
  NW: 315,
} as const
export type Facing = keyof typeof FACINGS | 'open'

/** What the sky was like over the days: how much of the clear sun came through, and how sure that is. */
export const SKIES = {
  clear: { share: 0.85, logSd: 0.15 },
  mixed: { share: 0.5, logSd: 0.25 },
  dull: { share: 0.2, logSd: 0.35 },
} as const
export type Sky = keyof typeof SKIES

/** Nobody said: as mixed as most skies, and less sure. */
const UNSAID_SKY = { share: 0.5, logSd: 0.4 }
/** Nobody said where the window looks: between the most and the least of the eight. */
const UNSAID_FACING_LOG_SD = 0.5
/** Panes, frames, trees and houses: nobody measures them. From memory. */
const SITE_LOG_SD = 0.2

/** Light that an hour of full sun on the inside of a pane comes to, klx: the unit of all doses. From memory. */
export const KLX_OF_WINDOW_SUN = 50

/** Clear-sky sun and skies, klx; IES Lighting Handbook, from memory. */
const SUN_KLX = 127.5
const EXTINCTION = 0.21
const clearSky = (sine: number) => 0.8 + 15.5 * Math.sqrt(sine)
const overcastSky = (sine: number) => 0.3 + 21 * sine
/** Share of light that two panes let through, and that the ground throws back. From memory. */
const GLASS = 0.8
const GROUND = 0.2

const DAY_MS = 86_400_000
const MS_PER_HOUR = 3_600_000
const STEP_H = 0.25
/** Days of a long span that are reckoned through: light changes slowly from day to day. */
const MOST_DAYS = 24

export interface WindowLight {
  /** From sunrise to sunset, summed over the days, h. */
  daylightH: number
  /** Hours in which a clear sun shines in. */
  sunInH: number
  /** Hours of full window sun that all light of the days comes to. */
  windowSunH: number
  /** SD of its logarithm. */
  logSd: number
}

/**
 * Light on the inside of a window, or on a line in the open, over whole local days.
 *
 * Sun by suncalc; clear and overcast skies of the IES, mixed by what the sky was like.
 *
 * @param latitude degrees, south below 0
 * @param days first and last local date that it hung there, `YYYY-MM-DD`
 * @param facing null: not known
 * @param sky null: not known
 * @throws InputError for a latitude or dates that cannot be
 */
export function windowLight(
  latitude: number,
  [from, to]: readonly [from: string, to: string],
  facing: Facing | null,
  sky: Sky | null,
): WindowLight {
  if (Math.abs(finite(latitude, '/latitude')) > 90) {
    throw new InputError(`latitude must be from -90 to 90; got ${latitude}`, '/latitude')
  }
  const [first, last] = [Date.parse(`${from}T00:00:00Z`), Date.parse(`${to}T00:00:00Z`)]
  if (Number.isNaN(first) || Number.isNaN(last) || last < first) {
    throw new InputError(`days must run from a date to a later one; got ${from} to ${to}`, '/days')
  }
  // the last day is the one on which it was looked at: half of it, as half of the first
  const count = Math.max(0.5, (last - first) / DAY_MS)
  const looked = Math.min(MOST_DAYS, Math.ceil(count) + 1)
  const sums = { daylightH: 0, sunInH: 0, windowSunH: 0 }
  for (let i = 0; i < looked; i++) {
    const at = first + (looked === 1 ? 0 : ((last - first) * i) / (looked - 1))
    const asked = { latitude, dayMs: Math.round(at / DAY_MS) * DAY_MS, facing, sky }
    const day = lightOfDays.memo(Object.values(asked).join(), { context: asked })
    sums.daylightH += day.daylightH
    sums.sunInH += day.sunInH
    sums.windowSunH += day.windowSunH
  }
  const scale = count / looked
  const { logSd } = sky ? SKIES[sky] : UNSAID_SKY
  return {
    daylightH: sums.daylightH * scale,
    sunInH: sums.sunInH * scale,
    windowSunH: sums.windowSunH * scale,
    logSd: Math.hypot(logSd, SITE_LOG_SD, facing ? 0 : UNSAID_FACING_LOG_SD),
  }
}

/** Daylight from the upper limb's rising to its setting, h; 0 or 24 where it does not cross. */
export function daylightHours(latitude: number, date: string): number {
  return daylightOf(latitude, Date.parse(`${date}T00:00:00Z`))
}

function daylightOf(latitude: number, dayMs: number): number {
  // at longitude 0 a local day is a day of the clock: only the latitude matters to its length
  const times = getTimes(new Date(dayMs + DAY_MS / 2), latitude, 0)
  if (times.alwaysUp) return 24
  const { sunrise, sunset } = times
  return sunrise && sunset ? (sunset.getTime() - sunrise.getTime()) / MS_PER_HOUR : 0
}

interface AskedDay {
  latitude: number
  dayMs: number
  facing: Facing | null
  sky: Sky | null
}

/** Every look of every strip in a window asks for the same days again. */
const lightOfDays = new LRUCache<string, Omit<WindowLight, 'logSd'>, AskedDay>({
  max: 5000,
  memoMethod: (_key, _stale, { context }) => lightOfDay(context),
})

function lightOfDay({ latitude, dayMs, facing, sky }: AskedDay): Omit<WindowLight, 'logSd'> {
  const { share } = sky ? SKIES[sky] : UNSAID_SKY
  let [sunInH, klxH] = [0, 0]
  for (let h = STEP_H / 2; h < 24; h += STEP_H) {
    const sun = getPosition(new Date(dayMs + h * MS_PER_HOUR), latitude, 0)
    const sine = Math.sin(radians(sun.altitude))
    if (sine <= 0) continue
    const direct = SUN_KLX * Math.exp(-EXTINCTION / sine)
    const diffuse = share * clearSky(sine) + (1 - share) * overcastSky(sine)
    const back = GROUND * (share * direct * sine + diffuse)
    const faces = facing ? [facing] : (Object.keys(FACINGS) as Facing[])
    for (const face of faces) {
      const onto = face === 'open' ? sine : incidence(sun, FACINGS[face])
      const klx =
        face === 'open'
          ? share * direct * sine + diffuse
          : GLASS * (share * direct * Math.max(0, onto) + 0.5 * (diffuse + back))
      if (onto > 0) sunInH += STEP_H / faces.length
      klxH += (klx * STEP_H) / faces.length
    }
  }
  return {
    daylightH: daylightOf(latitude, dayMs),
    sunInH,
    windowSunH: klxH / KLX_OF_WINDOW_SUN,
  }
}

/** Cosine between the sun and what an upright window looks at. */
const incidence = (sun: { altitude: number; azimuth: number }, facing: number): number =>
  Math.cos(radians(sun.altitude)) * Math.cos(radians(sun.azimuth - facing))

const radians = (degrees: number) => (degrees * Math.PI) / 180
