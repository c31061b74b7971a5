import type { Scheme } from '../../../catalogue/mordant-schemes'
import type { TestKind } from '../../schemas/fastness/fastness-test'
import type { Lot } from '../../schemas/loft/lot'
import type { Wish } from '../../schemas/walk/wish'

/** How much waits at each station, and what it is. */
export interface StationCounts {
  ready: number
  wilting: number
  /** Jars that want something today. */
  jars: number
  unmordanted: number
  unread: number
}

export interface UnreadPot {
  potId: string
  potCode: string
  dyedOn: string
  swatches: number
  sourceNames: string
}

/** A past gathering, as a dot on a year ribbon. */
export interface Gathering {
  code: string
  gatheredOn: string
  /** By how many days either way that may be off. */
  gatheredWithinDays: number
  netG: number
  /** Colour it gave at its deepest, or null. */
  hex: string | null
}

/** A jar that wants something today. */
export interface JarDue {
  id: string
  code: string
  sourceName: string
  vessel: string
  /** Shake, air, look; or discard, for mould. */
  what: string
  overdueDays: number
  mould: boolean
  hex: string | null
}

/** A pot that waits to be lit. */
export interface PotDue {
  id: string
  code: string
  /** Codes of what it is dyed with. */
  lotCodes: string[]
  pieces: number
  /** The day it was planned for. */
  dyedOn: string
}

/** Tests that want a look. */
export interface LookDue {
  key: string
  kind: TestKind
  place: string
  lookOn: string
  tests: number
  /** As they were before. */
  hexes: string[]
}

/** A bath that waits to be begun. */
export interface BathDue {
  id: string
  code: string
  scheme: Scheme
  pieces: number
  plannedFor: string
}

/** A wish that has come back, and why now. */
export interface WishBack {
  wish: Wish
  why: string
}

export interface LatestReading {
  swatchId: string
  code: string
  hex: string
  bareHex: string | null
  sourceId: string | null
  sourceName: string
  mordant: string
  fibre: string
  ratioDry: number | null
  /** SD of its logarithm: 0 where all was weighed. */
  ratioErrorSd: number | null
  strength: number | null
  depth: string | null
  basis: 'measured' | 'estimated'
  readAt: string
}

export interface TodayView {
  counts: StationCounts
  /** Mordant baths that are planned for today or before, and not begun. */
  bathsDue: BathDue[]
  /** Pots that are planned for today or before, and not lit. */
  potsDue: PotDue[]
  looksDue: LookDue[]
  unread: UnreadPot[]
  wilting: (Lot & { sourceName: string })[]
  jarsDue: JarDue[]
  wishes: WishBack[]
  latest: LatestReading[]
}
