import type { Knex } from 'knex'
import { boilingPointC, pressureAtHpa } from '../../../core/bath/boiling-point'
import { InputError } from '../../../core/input-error'
import { courseSteps } from '../../../core/pot/course'
import { sumPot } from '../../../core/pot/pot-log'
import { andLater } from '../../../core/pot/way-steps'
import { departures, whatHappened } from '../../../core/pot/what-happened'
import { newId } from '../../../shared/ids'
import { againOf, markedSteps, notesOf } from '../../../shared/rules/pot/course'
import { PUT_RIGHT_WORDS } from '../../../shared/words/pot/put-right'
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
  altitudeM: (db: Knex) => Promise<number>,
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
          await treatAgain(trx, pot, present(await potRepository(trx).find(id)), batch.at)
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
        const sum = sumPot(
          pot.pieces.map(({ pieceId }) => pieceId),
          notesOf(pot),
          endsAt,
        )
        const boilingC = boilingPointC(pressureAtHpa(await altitudeM(trx)))
        const actual = whatHappened(sum, { ratioDry: pot.ratioDry, boilingC })
        const planned = {
          ratioDry: ratioAtFirst(pot),
          tempC: pot.tempC,
          minutes: pot.minutes,
          restMin: restPlanned(pot),
          ph: pot.plan?.ph?.target ?? null,
        }
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
            departures: [
              ...departures(planned, { ...actual, ph: finalPh }).map(({ words }) => words),
              ...putRightOf(pot),
              ...neverStirredIn(pot),
            ],
          },
        })
        await endPieces(batch, pot, input, sum.pieces)
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
    times: readonly { pieceId: string; firstIn: number | null; minutes: number }[],
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
      const time = present(times.find((each) => each.pieceId === pieceId))
      const minutes = time.firstIn === null ? null : Math.round(time.minutes * 10) / 10
      await potRepository(trx).setOutcome(pot.id, pieceId, minutes, given ? outcome : null)
      await addSwatch(trx, { potId: pot.id, pieceId, swatchId, on: pot.dyedOn }, at)
    }
  }
}

/** The dry ratio it was lit with, before more plant was added; null where it is not known. */
function ratioAtFirst(pot: Pot): number | null {
  const fibreG = pot.pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  if (pot.ratioDry === null || fibreG === 0) return null
  const addedDryG = pot.events.reduce((sum, event) => {
    if (event.kind !== 'add' || !event.data.lotId) return sum
    const lot = pot.lots.find(({ lotId }) => lotId === event.data.lotId)
    return sum + (event.data.massG ?? 0) * (lot?.dryFraction ?? 0)
  }, 0)
  return pot.ratioDry - addedDryG / fibreG
}

/** What was put right on the way, so that its swatches say so. */
const putRightOf = ({ events }: Pot): string[] =>
  events.flatMap((event) =>
    event.kind === 'putRight'
      ? [`Put right on the way: ${PUT_RIGHT_WORDS[event.data.what].words}`]
      : [],
  )

/** Minutes its pieces were meant to cool or stand in the liquor when the dyeing is over. */
function restPlanned({ plan }: Pot): number {
  const steps = plan?.steps ?? []
  const dye = steps.find(({ kind }) => kind === 'dye')
  const later = dye ? andLater(steps, dye.id) : new Set<string>()
  return steps
    .filter(({ id, kind }) => later.has(id) && (kind === 'cool' || kind === 'stand'))
    .reduce((sum, { minutes }) => sum + minutes, 0)
}

/** What was planned to go in and was left out, or never confirmed: it is not claimed. */
function neverStirredIn(pot: Pot): string[] {
  const wentIn = new Set(
    pot.events.flatMap((e) => (e.kind === 'add' && e.stepId ? [e.stepId] : [])),
  )
  return (pot.plan?.steps ?? [])
    .filter(({ id, kind }) => kind === 'add' && !wentIn.has(id))
    .map(({ words }) => `${words}: planned, and not done.`)
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
