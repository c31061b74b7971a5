/** Something of the log that has a time: as a calendar takes it. */
export interface CalendarEntry {
  /** The same for the same thing, whatever changes in it. */
  uid: string
  /** Grows with every change of the thing. */
  sequence: number
  /** Instant of its last change. */
  changedAt: string
  summary: string
  description: string
  /** Name of the patch; empty where it is not asked for, or none is. */
  place: string
  when:
    | { kind: 'days'; from: string; /** The last day of it. */ to: string }
    | { kind: 'instants'; from: string; to: string }
  /** Minutes before it begins that it rings; null: not at all. */
  alarmMin: number | null
}
