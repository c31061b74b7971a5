import type { NoteReading } from '../../rules/note/read-note'
import type { Source } from '../../schemas/walk/source'

/** A line of a notebook, read. */
export interface ReadLine extends NoteReading {
  text: string
  /** The plant, where its own name stands there; null: it is for whoever wrote it to say. */
  source: Source | null
  /** Others that it may be, the likeliest first. */
  others: Source[]
}
