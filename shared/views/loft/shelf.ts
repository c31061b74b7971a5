import type { Agent } from '../../../catalogue/agents'
import type { ShelfItem } from '../../schemas/loft/shelf'

/** What planned baths want of an agent, all of it in one form. */
interface ShelfPlan {
  agent: Agent
  form: string
  neededG: number
  onShelfG: number
  /** Never below 0. */
  toBuyG: number
  /** Codes of the baths. */
  baths: string[]
}

export interface ShelfView {
  items: ShelfItem[]
  plans: ShelfPlan[]
}
