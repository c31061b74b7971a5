import type { Lot } from './schemas/lot'
import type { Source } from './schemas/source'

/** How much waits at each station, and what it is. */
export interface StationCounts {
  ready: number
  wilting: number
  unmordanted: number
  unread: number
  curves: number
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
  netG: number
  /** Colour it gave at its deepest, or null. */
  hex: string | null
}

export interface YearRow {
  source: Pick<
    Source,
    'id' | 'code' | 'commonName' | 'scientificName' | 'part' | 'windowFrom' | 'windowTo' | 'caution'
  >
  gatherings: Gathering[]
  leftG: number
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
  ratioDry: number
  strength: number | null
  depth: string | null
  basis: 'measured' | 'estimated'
  readAt: string
}

export interface TodayView {
  counts: StationCounts
  unread: UnreadPot[]
  wilting: (Lot & { sourceName: string })[]
  year: YearRow[]
  latest: LatestReading[]
}
