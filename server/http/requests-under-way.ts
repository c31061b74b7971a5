import type { ServerResponse } from 'node:http'
import { setTimeout } from 'node:timers/promises'

const underWay = new Set<ServerResponse>()
const EVERY_MS = 5

/** A request that uses the log is under way until it is answered, or nobody waits for it. */
export function isUnderWay(response: ServerResponse): void {
  underWay.add(response)
  response.once('close', () => underWay.delete(response))
}

/** Waits until all that use the log are answered; for streams that never end not longer than so. */
export async function allAnswered(mostMs: number): Promise<void> {
  const until = performance.now() + mostMs
  while (underWay.size > 0 && performance.now() < until) await setTimeout(EVERY_MS)
}
