import type { Knex } from 'knex'
import { InputError } from '../../../core/input-error'
import { courseSteps } from '../../../core/pot/course'
import { sumPot } from '../../../core/pot/pot-log'
import { newId } from '../../../shared/ids'
import { againOf, markedSteps, notesOf } from '../../../shared/rules/pot/course'
import type { NewPot, Pot, PotQuery } from '../../../shared/schemas/pot/pot'
import type { PotChange } from '../../../shared/schemas/pot/pot-change'
import {
  NOTED,
  type FinishPot,
  type NewPotEvent,
  type PieceOutcome,
  type PotEventKind,
} from '../../../shared/schemas/pot/pot-event'
import type { Database } from '../../database/open'
import { potNotes } from '../../repositories/pot-notes'
import { potRepository } from '../../repositories/pots'
import { CLOCK_SLACK_MS, refuseAhead } from '../log/calendar'
import { idTaken, notFound, stillNeeded, unacceptable } from '../log/failures'
import {
  boilsAtC,
  departuresOf,
  followNotes,
  meantOf,
  notedCourse,
  retellDepartures,
} from './pot-actual'
import { treatAgain, treatByPot } from './pot-mordants'
import { takeAddition } from './pot-stock'
import { addSwatch } from './swatch-of-piece'
import type { Batch, Clock, Records, Written } from '../log/records'
import type { PieceRecords } from '../basket/piece-records'
import { present } from '../../../core/present'

export type PotRecords = Records<Pot, NewPot, PotChange, PotQuery>

const NO_OUTCOME: PieceOutcome = { waters: null, handle: [], smell: '', soap: 'none', note: '' }

/** What is noted while a pot runs, and its end: each one change, undone as one. */
export const potCourse = (
  database: Database,
  { pots, pieces }: { pots: PotRecords; pieces: PieceRecords },
  clock: Clock,
) => {
  const begin = (trx: Knex): Batch => ({ trx, at: clock().toISOString(), changeSetId: newId() })

  async function running(trx: Knex, id: string): Promise<Pot> {
    const pot = await potRepository(trx).find(id)
    if (!pot || pot.setAsideAt) throw notFound('pot', id)
    if (pot.stage === 'planned') throw stillNeeded(`${pot.code} is not lit yet.`)
    if (pot.stage === 'done') throw stillNeeded(`${pot.code} is finished.`)
    return pot
  }

  /** What was seen, or went in, can be written down of a pot that is over, too. */
  async function notable(trx: Knex, id: string, { kind }: NewPotEvent): Promise<Pot> {
    const pot = await potRepository(trx).find(id)
    const isRemembered = kind === 'look' || kind === 'reading' || kind === 'add'
    return pot?.stage === 'done' && !pot.setAsideAt && isRemembered ? pot : running(trx, id)
  }

  return {
    /** Several pots as one change: jars that share a water bath, or a liquor. */
    many: (inputs: readonly NewPot[]): Promise<{ items: Pot[]; changeSetId: string | null }> =>
      database.write.transaction(async (trx) => {
        const batch = begin(trx)
        let made = 0
        for (const input of inputs) if (await pots.createIn(batch, input)) made++
        const ids = inputs.map(({ id }) => id)
        const found = await potRepository(trx).findMany(ids)
        const items = ids.map((id) => present(found.find((pot) => pot.id === id)))
        return { items, changeSetId: made > 0 ? batch.changeSetId : null }
      }),

    /** Notes something of a running pot. The same note sent twice is one note. */
    note: (id: string, event: NewPotEvent): Promise<Written<Pot>> =>
      database.write.transaction(async (trx) => {
        const batch = begin(trx)
        const known = await potNotes(trx).find(event.id)
        if (known) {
          if (known.potId !== id || known.kind !== event.kind) throw idTaken('note', event.id)
          return { item: present(await potRepository(trx).find(id)), changeSetId: null }
        }
        const pot = await notable(trx, id, event)
        if (pot.stage === 'running') refuseOutside(pot, event.at, '/at', batch.at)
        else refuseAhead('/at', event.at, batch.at)
        refuseSenseless(pot, event)
        await potNotes(trx).add(id, event)
        if (event.kind === 'add') await takeAddition(trx, id, event, batch.at)
        if (pot.stage === 'done') {
          const noted = present(await potRepository(trx).find(id))
          await treatAgain(trx, pot, noted, batch.at)
          await followNotes(trx, pot, noted)
          await retellDepartures(trx, id)
        }
        await pots.logChange(batch, pot)
        return { item: present(await potRepository(trx).find(id)), changeSetId: batch.changeSetId }
      }),

    /** Ends a pot: what really happened stands as its factors, and each piece waits to be read. */
    finish: (id: string, input: FinishPot): Promise<Written<Pot>> =>
      database.write.transaction(async (trx) => {
        const batch = begin(trx)
        const before = await potRepository(trx).find(id)
        if (before?.stage === 'done' && before.endedAt === input.at) {
          return { item: before, changeSetId: null }
        }
        const pot = await running(trx, id)
        refuseOutside(pot, input.at, '/at', batch.at)
        const endsAt = Date.parse(input.at)
        const last = pot.events.filter(({ kind }) => isNoted(kind)).at(-1)
        if (last && Date.parse(last.at) > endsAt + CLOCK_SLACK_MS) {
          throw unacceptable(
            '/at',
            `at must not be before the pot's last note (${last.at}); got ${input.at}`,
          )
        }
        const actual = notedCourse(pot, endsAt, await boilsAtC(trx))
        const planned = meantOf(pot)
        const finalPh = input.finalPh ?? actual.ph
        const repository = potRepository(trx)
        await repository.update(id, {
          ...pot,
          // what was never read is not claimed: the plan is no reading
          tempC: actual.tempC,
          minutes: actual.minutes,
          finalPh,
          note: [pot.note, input.note].filter(Boolean).join('\n'),
        })
        const { liquor, liquorL, spent, rinse } = input
        await repository.setCourse(id, {
          ...pot,
          stage: 'done',
          endedAt: input.at,
          end: {
            liquor,
            liquorL,
            spent,
            rinse,
            boiled: actual.boiled,
            liquorBoiled: actual.liquorBoiled,
            departures: departuresOf(pot, planned, { ...actual, ph: finalPh }),
          },
        })
        await endPieces(batch, pot, input, actual.stays)
        for (const piece of await treatByPot(trx, pot, batch.at)) {
          await pieces.logChange(batch, piece)
        }
        await potNotes(trx).mark(id, 'done', input.at)
        await pots.logChange(batch, pot)
        return { item: present(await repository.find(id)), changeSetId: batch.changeSetId }
      }),
  }

  async function endPieces(
    { trx, at }: Batch,
    pot: Pot,
    input: FinishPot,
    stays: ReadonlyMap<string, number | null>,
  ): Promise<void> {
    for (const [i, { pieceId }] of input.pieces.entries()) {
      if (pot.pieces.some((piece) => piece.pieceId === pieceId)) continue
      throw unacceptable(
        `/pieces/${i}/pieceId`,
        `No piece with the id ${pieceId} is in ${pot.code}.`,
      )
    }
    for (const { pieceId } of pot.pieces) {
      const given = input.pieces.find((piece) => piece.pieceId === pieceId)
      const { pieceId: _, swatchId, ...outcome } = given ?? { pieceId, ...NO_OUTCOME }
      const minutes = stays.get(pieceId) ?? null
      await potRepository(trx).setOutcome(pot.id, pieceId, minutes, given ? outcome : null)
      await addSwatch(trx, { potId: pot.id, pieceId, swatchId, on: pot.dyedOn }, at)
    }
  }
}

const isNoted = (kind: PotEventKind) => (NOTED as readonly PotEventKind[]).includes(kind)

function refuseOutside(pot: Pot, instant: string, pointer: string, at: string): void {
  refuseAhead(pointer, instant, at)
  if (Date.parse(instant) >= Date.parse(present(pot.litAt)) - CLOCK_SLACK_MS) return
  throw unacceptable(
    pointer,
    `at must not be before the pot was lit (${present(pot.litAt)}); got ${instant}`,
  )
}

/** Refuses a note that cannot be: a step twice, a piece out that is not in. */
function refuseSenseless(pot: Pot, event: NewPotEvent): void {
  const course = courseSteps(pot.plan?.steps ?? [], againOf(pot))
  if (event.kind === 'again') {
    try {
      courseSteps(pot.plan?.steps ?? [], [...againOf(pot), event.stepId ?? ''])
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      throw unacceptable('/stepId', error.message)
    }
    return
  }
  if (event.kind === 'step' && event.stepId === null) {
    throw unacceptable('/stepId', 'stepId must name the step that was done')
  }
  if (event.stepId !== null) {
    if (!course.some(({ id }) => id === event.stepId)) {
      const known = course.map(({ id }) => id).join(', ')
      throw unacceptable('/stepId', `stepId must be one of: ${known}; got ${event.stepId}`)
    }
    if (markedSteps(pot).some(({ stepId }) => stepId === event.stepId)) {
      throw unacceptable('/stepId', `${event.stepId} is noted already.`)
    }
  }
  if (event.kind === 'look' && event.data.pieceId) refuseStrangers(pot, [event.data.pieceId])
  if (event.kind !== 'enter' && event.kind !== 'pull') return
  refuseStrangers(pot, event.data.pieceIds)
  const sum = sumPot(event.data.pieceIds, notesOf(pot), Date.parse(event.at))
  const isIn = event.kind === 'pull'
  const wrong = sum.pieces.find(({ since }) => (since !== null) !== isIn)
  if (!wrong) return
  const code = present(pot.pieces.find(({ pieceId }) => pieceId === wrong.pieceId)).pieceCode
  throw unacceptable('/data/pieceIds', `${code} is ${isIn ? 'not in' : 'in'} the pot already.`)
}

function refuseStrangers(pot: Pot, pieceIds: readonly string[]): void {
  const stranger = pieceIds.find((id) => !pot.pieces.some(({ pieceId }) => pieceId === id))
  if (!stranger) return
  throw unacceptable('/data/pieceIds', `No piece with the id ${stranger} is in ${pot.code}.`)
}
