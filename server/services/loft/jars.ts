import type { Knex } from 'knex'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import {
  PLAIN_ROUND,
  type Jar,
  type JarChange,
  type JarQuery,
  type JarRound,
  type NewJar,
} from '../../../shared/schemas/loft/jar'
import { jarRepository } from '../../repositories/jars'
import { movementRepository } from '../../repositories/lot-movements'
import { lotRepository } from '../../repositories/lots'
import { sourceRepository } from '../../repositories/sources'
import { nextTagCode, yearOf } from '../../repositories/tag-serials'
import { refuseFuture } from '../log/calendar'
import { stillNeeded, unacceptable } from '../log/failures'
import type { RecordKind } from '../log/record-kind'
import { move, refuseBeforeWeighing, refuseOverdraw } from './lot-ledger'
import { present } from '../../../core/present'

const MIN_MS = 60_000

/** Local date of an instant that was written with its offset. */
export const dateOf = (instant: string) => instant.slice(0, 10)

export const jarKind: RecordKind<Jar, NewJar, JarChange, JarQuery> = {
  collection: 'jars',
  noun: 'jar',
  table: 'jar',
  page: (db, query) => jarRepository(db).page(query),
  find: (db, id) => jarRepository(db).find(id),

  /** The jar, and what it takes of each lot: all or nothing. */
  async insert(trx, { lots, ...input }, at) {
    refuseFuture('/startedAt', dateOf(input.startedAt), at)
    const { rounds } = JAR_WAYS[input.way]
    const totalL = input.waterL + input.ammoniaL
    if (input.vesselL !== null && totalL >= input.vesselL) {
      throw unacceptable(
        '/waterL',
        `${totalL} L of liquid leave no air space in a vessel of ${input.vesselL} L: take less, or a larger one.`,
      )
    }
    const first = await liveLot(trx, lots[0]!.lotId, '/lots/0/lotId')
    const source = present(await sourceRepository(trx).find(first.sourceId))
    await jarRepository(trx).insert(
      {
        ...input,
        code: await nextTagCode(trx, source.code, yearOf(dateOf(input.startedAt))),
        sourceId: source.id,
        shakeDays: input.shakeDays === undefined ? rounds.shake : input.shakeDays,
        airDays: input.airDays === undefined ? rounds.air : input.airDays,
        lookDays: input.lookDays === undefined ? rounds.look : input.lookDays,
        endedAt: null,
        ending: null,
      },
      at,
    )
    for (const [i, { lotId, massG }] of lots.entries()) {
      const lot = await liveLot(trx, lotId, `/lots/${i}/lotId`)
      refuseBeforeWeighing(lot, dateOf(input.startedAt), '/startedAt')
      const use = { kind: 'used' as const, deltaG: -massG, on: dateOf(input.startedAt) }
      await move(trx, lot, { ...use, jarId: input.id }, at)
      await refuseOverdraw(trx, lot, `/lots/${i}/massG`)
    }
  },

  async change(trx, current, { round, discardedAt, ...change }, at) {
    if (current.endedAt && (round || discardedAt)) {
      throw stillNeeded(`${current.code} ended on ${dateOf(current.endedAt)}.`)
    }
    if (round) {
      refuseOutside(current, '/round/at', round, at)
      await jarRepository(trx).addRound(current.id, {
        ...PLAIN_ROUND,
        ...round,
        volumeL: null,
        lotId: null,
      })
    }
    if (discardedAt) refuseOutside(current, '/discardedAt', { at: discardedAt }, at)
    const ended = discardedAt ? { endedAt: discardedAt, ending: 'discarded' as const } : {}
    await jarRepository(trx).update(current.id, { ...current, ...change, ...ended })
  },

  async revert(trx, before, after, at) {
    const jars = jarRepository(trx)
    await jars.update(before.id, before)
    const ids = (rounds: JarRound[]) => new Set(rounds.map(({ id }) => id))
    const [kept, now] = [ids(before.rounds), ids(after.rounds)]
    await jars.setRoundsAside(
      [...now].filter((id) => !kept.has(id)),
      at,
    )
    await jars.setRoundsAside(
      [...kept].filter((id) => !now.has(id)),
      null,
    )
  },

  /** Puts what it held back into its lots. Refused once liquor of it was drawn. */
  async setAside(trx, jar, at) {
    const drawn = jar.rounds.filter(({ volumeL }) => volumeL)
    if (drawn.length > 0) {
      throw stillNeeded(`Liquor was drawn off ${jar.code} ${drawn.length} times: undo that first.`)
    }
    for (const use of await movementRepository(trx).takenBy({ jar_id: jar.id })) {
      const back = { ...use, kind: 'returned' as const, deltaG: -use.deltaG }
      await movementRepository(trx).add(back, at)
    }
  },

  async restore(trx, jar, at) {
    for (const use of await movementRepository(trx).takenBy({ jar_id: jar.id })) {
      await movementRepository(trx).add(use, at)
      const lot = present(await lotRepository(trx).find(use.lotId))
      if (lot.setAsideAt) throw stillNeeded(`${lot.code} is set aside: bring it back first.`)
      await refuseOverdraw(trx, lot, '')
    }
  },
}

/** Refuses an instant before a jar was started, or one that has not come yet. */
export function refuseOutside(
  jar: Jar,
  pointer: string,
  { at: instant, toleranceMin = 0 }: { at: string; toleranceMin?: number },
  at: string,
): void {
  refuseFuture(pointer, dateOf(instant), at)
  if (Date.parse(instant) + toleranceMin * MIN_MS >= Date.parse(jar.startedAt)) return
  const name = pointer.split('/').pop()
  throw unacceptable(
    pointer,
    `${name} must not be before the jar was started (${dateOf(jar.startedAt)}); got ${instant}`,
  )
}

async function liveLot(trx: Knex, id: string, pointer: string) {
  const lot = await lotRepository(trx).find(id)
  if (!lot || lot.setAsideAt) throw unacceptable(pointer, `There is no lot with the id ${id}.`)
  if (lot.state === 'liquor') {
    throw unacceptable(pointer, `${lot.code} is a liquor already: use it in a pot.`)
  }
  if (lot.held) throw unacceptable(pointer, `${lot.code} is held back: its name is not sure.`)
  return lot
}
