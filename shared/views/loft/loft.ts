import type { DryingOutlook } from '../../../core/harvest/drying-time'
import type { Lot } from '../../schemas/loft/lot'

/** What matters of stock now, the most urgent first. */
export const LOFT_GROUPS = ['goingOff', 'drying', 'low', 'ready', 'liquor', 'usedUp'] as const
export type LoftGroup = (typeof LOFT_GROUPS)[number]

export interface LoftLot extends Lot {
  sourceName: string
  scientificName: string
  patchName: string | null
  /** Deepest colour it gave, or null. */
  hex: string | null
  /** Fibre that what is left would dye at the source's usual ratio, g; null where none is usual. */
  dyesG: number | null
  /** For what hangs. */
  drying: DryingOutlook | null
}

export interface LoftView {
  groups: { group: LoftGroup; count: number; lots: LoftLot[] }[]
}
