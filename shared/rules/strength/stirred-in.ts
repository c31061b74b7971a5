import { reachedBy } from '../../../core/pot/pot-log'
import type { Pot } from '../../schemas/pot/pot'
import { notesOf } from '../pot/course'
import { phBandOf, type StirredIn } from './condition'

/** What was stirred into a pot while a piece was in it, or before it went in. */
export function stirredInto(pot: Pick<Pot, 'events'>, pieceId: string): StirredIn[] {
  const notes = notesOf(pot)
  return pot.events.flatMap((event) => {
    if (event.kind !== 'add' || !event.data.agent) return []
    const isReached = reachedBy([pieceId], notes, Date.parse(event.at)).length > 0
    return isReached ? [{ agent: event.data.agent, massG: event.data.massG }] : []
  })
}

/** Where the bath of a piece ended. */
export const phBandIn = (pot: Pick<Pot, 'events' | 'finalPh' | 'waterL'>, pieceId: string) =>
  phBandOf(pot.finalPh, stirredInto(pot, pieceId), pot.waterL)
