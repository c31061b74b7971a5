import type { Knex } from 'knex'
import { sumPot } from '../../../core/pot/pot-log'
import { isBoiling } from '../../../core/pot/what-happened'
import { present } from '../../../core/present'
import { notesOf } from '../../../shared/rules/pot/course'
import type { NewPot, RememberedEnd } from '../../../shared/schemas/pot/pot'
import { potNotes } from '../../repositories/pot-notes'
import { potRepository } from '../../repositories/pots'
import { refuseAhead } from '../log/calendar'
import { unacceptable } from '../log/failures'
import { boilsAtC } from './pot-actual'
import { treatByPot } from './pot-mordants'
import { takeAddition } from './pot-stock'

const NOTHING_REMEMBERED: RememberedEnd = {
  liquor: null,
  liquorL: null,
  spent: null,
  rinse: null,
  boiled: null,
}

/**
 * Writes what is remembered of a pot that was dyed before it was written down: its notes, each as
 * well as its time is known, what was stirred in, and its end. What was said outright counts; what
 * was not, is taken from the notes; what neither says stays unknown.
 */
export async function rememberPast(trx: Knex, input: NewPot, at: string): Promise<void> {
  const { id, notes = [] } = input
  for (const [i, note] of notes.entries()) {
    refuseAhead(`/notes/${i}/at`, note.at, at)
    const named =
      'pieceIds' in note.data
        ? note.data.pieceIds
        : 'pieceId' in note.data
          ? [note.data.pieceId]
          : []
    const stranger = named.find((each) => each && !input.pieces.some((p) => p.pieceId === each))
    if (stranger) {
      throw unacceptable(`/notes/${i}/data`, `No piece with the id ${stranger} is in this pot.`)
    }
    await potNotes(trx).add(id, note)
    if (note.kind === 'add') await takeAddition(trx, id, note, at)
  }
  const pot = present(await potRepository(trx).find(id))
  await treatByPot(trx, pot, at)
  const sum = sumPot(
    pot.pieces.map(({ pieceId }) => pieceId),
    notesOf(pot),
    Date.parse(at),
  )
  const end = input.end ?? NOTHING_REMEMBERED
  const tempC = input.tempC ?? sum.topInC
  const boilingC = await boilsAtC(trx)
  await potRepository(trx).update(id, {
    ...pot,
    tempC,
    finalPh: input.finalPh ?? sum.ph?.ph ?? null,
  })
  const boiled = end.boiled ?? (tempC === null ? null : isBoiling(tempC, boilingC))
  await potRepository(trx).setCourse(id, { ...pot, end: { ...end, boiled, departures: [] } })
}
