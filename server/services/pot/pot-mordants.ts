import type { Knex } from 'knex'
import { stringify } from 'safe-stable-stringify'
import { isMordant } from '../../../catalogue/agents'
import { inForm } from '../../../core/mordant/hydrates'
import { reachedBy } from '../../../core/pot/pot-log'
import { present } from '../../../core/present'
import { notesOf } from '../../../shared/rules/pot/course'
import type { NewTreatment, Piece } from '../../../shared/schemas/basket/piece'
import type { Treatment } from '../../../shared/schemas/basket/treatment'
import type { Pot } from '../../../shared/schemas/pot/pot'
import { pieceRepository } from '../../repositories/pieces'
import { treatmentRepository } from '../../repositories/treatments'
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
    for (const { basis, ...treatment } of treatments) {
      await treat(trx, pieceId, dryG, treatment, at, '/pieces', { potId: pot.id, basis })
    }
  }
  return before
}

/**
 * Follows a correction of a pot in the histories of its pieces: what it gave them is given as it
 * should have been. An entry that was corrected or taken back by hand since is left as it is.
 *
 * @param was - the pot as its pieces' histories know it
 */
export async function treatAgain(trx: Knex, was: Pot, now: Pot, at: string): Promise<void> {
  const treatments = treatmentRepository(trx)
  const [before, after] = [mordantsByPiece(was), mordantsByPiece(now)]
  const weights = new Map([...was.pieces, ...now.pieces].map((piece) => [piece.pieceId, piece]))
  for (const [pieceId, { dryG }] of weights) {
    const [gave, gives] = [before.get(pieceId) ?? [], after.get(pieceId) ?? []]
    if (stringify(gave) === stringify(gives)) continue
    const kept = await treatments.ofPot(was.id, pieceId)
    const own = kept.filter((treatment) => gave.some((given) => isSame(treatment, given)))
    for (const { id } of own) await treatments.setAside(id, at)
    const byHand = gave.filter((given) => !own.some((treatment) => isSame(treatment, given)))
    for (const { basis, ...treatment } of gives) {
      if (byHand.some(({ agent }) => agent === treatment.agent)) continue
      await treat(trx, pieceId, dryG, treatment, at, '/pieces', { potId: now.id, basis })
    }
  }
}

type Given = NewTreatment & Pick<Treatment, 'basis'>

const isSame = (treatment: Treatment, given: NewTreatment) =>
  treatment.agent === given.agent &&
  treatment.doneOn === given.doneOn &&
  treatment.percentWof === (given.percentWof ?? null)

function mordantsByPiece({
  code,
  dyedOn,
  pieces,
  events,
}: Pick<Pot, 'code' | 'dyedOn' | 'pieces' | 'events'>): Map<string, Given[]> {
  const notes = notesOf({ events })
  const ids = pieces.map(({ pieceId }) => pieceId)
  const given = new Map<string, Given[]>()
  for (const event of events) {
    if (event.kind !== 'add' || !event.data.agent || !isMordant(event.data.agent)) continue
    const { agent, form, massG, massBasis } = event.data
    const reached = reachedBy(ids, notes, Date.parse(event.at))
    const fibreG = pieces.reduce(
      (sum, { pieceId, dryG }) => (reached.includes(pieceId) ? sum + dryG : sum),
      0,
    )
    const treatment: Given = {
      kind: 'mordant',
      agent,
      // percentages are of the usual form, whatever was on the shelf
      ...(massG !== null && { percentWof: (100 * inForm(agent, massG, form, '')) / fibreG }),
      doneOn: dyedOn,
      note: `in ${code}`,
      basis: massBasis === 'about' ? 'assumed' : 'measured',
    }
    for (const id of reached) given.set(id, [...(given.get(id) ?? []), treatment])
  }
  return given
}
