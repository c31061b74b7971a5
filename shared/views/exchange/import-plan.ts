/** What an import would do with one row. */
export interface PlannedRow {
  line: number
  outcome: 'new' | 'same' | 'changed' | 'refused'
  /** What it is, in a few words. */
  what: string
  /** Which fields change, or why it is refused; empty where nothing is to be said. */
  why: string
}

export interface ImportPlan {
  rows: PlannedRow[]
  counts: Record<PlannedRow['outcome'], number>
  /** Names this plan: it is what is done, or nothing. */
  hash: string
}

/** Lines of a streamed answer: how far it is, then the plan; or what was done. */
export type ImportNews =
  | { done: number; of: number }
  | { plan: ImportPlan }
  | { imported: { changeSetId: string | null; rows: number } }
  | { problem: { status: number; title: string; detail: string; line?: number } }
