/** Something that happens on a day of the story. */
export interface Act {
  on: string
  run: () => Promise<void>
}

/** Set forward as the story goes; the services read it as their clock. */
export interface StoryClock {
  now: Date
}
