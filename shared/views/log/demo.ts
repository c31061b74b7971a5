/** The invented log that can be opened beside one's own. */
export interface DemoBeside {
  state: 'closed' | 'starting' | 'open' | 'failed'
  /** Where it is open; empty otherwise. */
  address: string
  /** What went wrong, in a sentence; empty otherwise. */
  failure: string
}
