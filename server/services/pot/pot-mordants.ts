import type { Knex } from 'knex'
import { isMordant } from '../../../catalogue/agents'
import { inForm } from '../../../core/mordant/hydrates'
import { reachedBy } from '../../../core/pot/pot-log'
import { present } from '../../../core/present'
import { notesOf } from '../../../shared/rules/pot/course'
import type { NewTreatment, Piece } from '../../../shared/schemas/basket/piece'
import type { Pot } from '../../../shared/schemas/pot/pot'
import { pieceRepository } from '../../repositories/pieces'
import { treat } from '../basket/pieces'

/**
 * A mordant stirred into the pot itself is part of the history of every piece it reached.
 *
 * @returns the pieces it was given to, as they were before
 */
export async function treatByPot(
  trx: Knex,
  pot: Pick<Pot, 'id' | 'code' | 'dyedOn' | 'pieces' | 'events'>,
  at: string,
): Promise<Piece[]> {
  const given = mordantsByPiece(pot)
  const before: Piece[] = []
  for (const { pieceId, dryG } of pot.pieces) {
    const treatments = given.get(pieceId)
    if (!treatments) continue
    before.push(present(await pieceRepository(trx).find(pieceId)))
    for (const treatment of treatments) {
      await treat(trx, pieceId, dryG, treatment, at, '/pieces', { potId: pot.id })
    }
  }
  return before
}

function mordantsByPiece({
  code,
  dyedOn,
  pieces,
  events,
}: Pick<Pot, 'code' | 'dyedOn' | 'pieces' | 'events'>): Map<string, NewTreatment[]> {
  const notes = notesOf({ events })
  const ids = pieces.map(({ pieceId }) => pieceId)
  const given = new Map<string, NewTreatment[]>()
  for (const event of events) {
    if (event.kind !== 'add' || !event.data.agent || !isMordant(event.data.agent)) continue
    const { agent, form, massG } = event.data
    const reached = reachedBy(ids, notes, Date.parse(event.at))
    const fibreG = pieces.reduce(
      (sum, { pieceId, dryG }) => (reached.includes(pieceId) ? sum + dryG : sum),
      0,
    )
    const treatment: NewTreatment = {
      kind: 'mordant',
      agent,
      // percentages are of the usual form, whatever was on the shelf
      ...(massG !== null && { percentWof: (100 * inForm(agent, massG, form, '')) / fibreG }),
      doneOn: dyedOn,
      note: `in ${code}`,
    }
    for (const id of reached) given.set(id, [...(given.get(id) ?? []), treatment])
  }
  return given
}
