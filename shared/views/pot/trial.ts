import type { PlannedTrial } from '../../../core/evidence/planned-trial'
import type { Agent } from '../../../catalogue/agents'
import type { Way } from '../../../catalogue/ways'
import type { ParticleSize } from '../../../core/bath/water-budget'
import type { Water } from '../../schemas/pot/pot-plan'

/** A plan as it is held against earlier swatches. */
export interface TrialQuestion {
  lots: { lotId: string; massG: number }[]
  pieceIds: string[]
  way: Way
  wayName: string
  tempC: number | null
  minutes: number | null
  water: Water | null
  size: ParticleSize | null
  /** Stirred in beside the plant; `massG` null: some. */
  additions: { agent: Agent; massG: number | null }[]
  waterL: number | null
}

export interface TrialAnswer {
  /** For each piece, in the order asked; null: nothing was dyed with this source before. */
  pieces: { pieceId: string; trial: PlannedTrial | null }[]
}
