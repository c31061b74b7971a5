import type { WordKind } from '../../rules/table/table-words'

/** What an import would do with one row. */
export interface PlannedRow {
  line: number
  /** `leftOut`: it stays in the file, and the rest comes in without it. */
  outcome: 'new' | 'same' | 'changed' | 'leftOut' | 'refused'
  /** What it is, in a few words. */
  what: string
  /** Which fields change, or why it is refused; empty where nothing is to be said. */
  why: string
}

/** A word of a table that is not known, and how many rows have it. */
export interface UnknownWord {
  kind: WordKind
  text: string
  rows: number
}

export interface ImportPlan {
  rows: PlannedRow[]
  counts: Record<PlannedRow['outcome'], number>
  /** Names this plan: it is what is done, or nothing. */
  hash: string
  /** Pots out of another dyer's log. */
  isAnothers?: boolean
  /** Of a table whose words are somebody's own. */
  unknown?: UnknownWord[]
}

/** Lines of a streamed answer: how far it is, then the plan; or what was done. */
export type ImportNews =
  | { done: number; of: number }
  | { plan: ImportPlan }
  | { imported: { changeSetId: string | null; rows: number } }
  | { problem: { status: number; title: string; detail: string; line?: number } }
