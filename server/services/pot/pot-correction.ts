import type { Knex } from 'knex'
import { present } from '../../../core/present'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { PotChange } from '../../../shared/schemas/pot/pot-change'
import { PLAIN_PLAN } from '../../../shared/schemas/pot/pot-plan'
import { NOTED, type PotEventKind } from '../../../shared/schemas/pot/pot-event'
import { potNotes } from '../../repositories/pot-notes'
import type { PotEdit } from '../../repositories/pot-rows'
import { potRepository } from '../../repositories/pots'
import { stillNeeded, unacceptable } from '../log/failures'
import { putBack } from '../loft/stock-out'
import { followNotes } from './pot-actual'
import { correctContents } from './pot-contents'
import { treatAgain } from './pot-mordants'
import { asPlanned } from './pot-revert'

/** What may be put right of a pot that is over alone. */
type Correction = Pick<
  PotChange,
  'end' | 'size' | 'water' | 'lid' | 'dyedOn' | 'lots' | 'pieces' | 'notesBack'
>

/** Of a change, what is a plain column of any pot. */
export function editOf({
  title,
  dyedOn,
  // a day that is put right is known, unless it is told how far it may be off
  dyedWithinDays = dyedOn ? 0 : undefined,
  way,
  waterL,
  tempC,
  minutes,
  finalPh,
  note,
}: PotChange): Partial<PotEdit> {
  const edit = { title, dyedWithinDays, way, waterL, tempC, minutes, finalPh, note }
  return Object.fromEntries(Object.entries(edit).filter(([, value]) => value !== undefined))
}

/**
 * Corrects a pot that is over: how it ended, how its stuff, water and lid were, when and of what it
 * was dyed, and what was noted of it. What it gave its pieces follows.
 *
 * @throws Refusal for a pot that is not over
 */
export async function correctPot(
  trx: Knex,
  pot: Pot,
  { end, size, water, lid, dyedOn, lots, pieces, notesBack }: Correction,
  at: string,
): Promise<void> {
  const stuff = Object.entries({ size, water, lid }).filter(([, value]) => value !== undefined)
  const isOfContents = Boolean(dyedOn ?? lots ?? pieces ?? notesBack)
  if (!end && stuff.length === 0 && !isOfContents) return
  if (pot.stage !== 'done') {
    throw stillNeeded(`${pot.code} is ${pot.stage}: how it went is told when it is over.`)
  }
  const pots = potRepository(trx)
  if (end) {
    const { departures = [], ...was } = pot.end ?? {}
    await pots.setCourse(pot.id, { ...pot, end: { ...was, ...end, departures } })
  }
  if (stuff.length > 0) {
    const plan = { ...(pot.plan ?? PLAIN_PLAN), ...Object.fromEntries(stuff) }
    await pots.keepPlan(pot.id, { plan, lots: pot.lots, pieces: pot.pieces.map(asPlanned) })
  }
  if (isOfContents) {
    await takeNotesBack(trx, pot, notesBack ?? [], at)
    await followNotes(trx, pot, present(await pots.find(pot.id)))
    await correctContents(trx, present(await pots.find(pot.id)), { dyedOn, lots, pieces }, at)
    await treatAgain(trx, pot, present(await pots.find(pot.id)), at)
  }
}

/** Takes notes of a pot back that say what never happened; what they took goes back. */
async function takeNotesBack(
  trx: Knex,
  pot: Pot,
  ids: readonly string[],
  at: string,
): Promise<void> {
  for (const [i, id] of ids.entries()) {
    const event = pot.events.find((each) => each.id === id)
    if (!event || !(NOTED as readonly PotEventKind[]).includes(event.kind)) {
      throw unacceptable(`/notesBack/${i}`, `There is no note with the id ${id} of ${pot.code}.`)
    }
    if (event.kind === 'add') await putBack(trx, { potId: pot.id, eventId: id }, at)
  }
  await potNotes(trx).setAside(ids, at)
}
