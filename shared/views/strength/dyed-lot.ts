import type { PlantState } from '../../../core/harvest/dry-fraction'

/** What may have made a lot as strong as it is. */
export interface LotFacts {
  lotId: string
  code: string
  gatheredOn: string
  gatheredWithinDays: number
  stage: string
  /** Name of its patch; '' where none was noted. */
  place: string
  state: PlantState
  dryFraction: number
  leftG: number
}
