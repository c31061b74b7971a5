import { setImmediate } from 'node:timers/promises'

/** Longest that one turn of the event loop is meant to take, ms: whoever asks meanwhile waits for it. */
const LONGEST_TURN_MS = 10

let turnBeganMs: number | null = null

/**
 * Lets others be answered, where this turn of the event loop has lasted long enough. For the steps of
 * long work: promises that are settled already do not end a turn, nor do questions of the database,
 * which are answered at once.
 */
export async function giveWay(): Promise<void> {
  if (turnBeganMs === null) {
    turnBeganMs = performance.now()
    void setImmediate().then(() => (turnBeganMs = null))
  } else if (performance.now() - turnBeganMs > LONGEST_TURN_MS) await setImmediate()
}
