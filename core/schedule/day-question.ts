import type { WayStep } from '../pot/way-steps'
import type { Span } from './free-hours'

/** What a step asks of the day. */
export type DayStep = Pick<
  WayStep,
  'id' | 'minutes' | 'after' | 'attended' | 'burner' | 'daylight' | 'words'
> & {
  /** Stretches that it must lie in, in their order: a season, or a day it was moved to. */
  within?: readonly Span[]
  /** The pot or bath that it is of: its steps are placed together, and its vessel is held from the first to the last. */
  pot?: string
  /** It is of a pot and goes on outside its vessel: pieces that soak in a bucket. */
  isOutside?: boolean
}

/** Something that a pot is dyed in. */
export interface DayVessel {
  id: string
  /** When it is taken by other pots. */
  busy: readonly Span[]
}

export interface DayPlanQuestion {
  steps: readonly DayStep[]
  /** Hours in which somebody is up and about: for whatever wants hands, and for every flame. */
  hands: readonly Span[]
  /** Hours of daylight. */
  daylight: readonly Span[]
  burners: number
  /** When burners are taken by other pots. */
  busy: readonly Span[]
  /** Left out: vessels are not asked for. */
  vessels?: readonly DayVessel[]
  /** Ids of the vessels that each pot fits in, those first that are taken rather. */
  fits?: Readonly<Record<string, readonly string[]>>
  /** From this instant on, or to be over by it. ms since 1970. */
  from?: number
  by?: number
}
