import type { Knex } from 'knex'
import { AGENTS, isMordant } from '../../../catalogue/agents'
import { schemeFacts } from '../../../catalogue/mordant-schemes'
import { standingGuards, type Guard, type Override } from '../../../core/safety/guards'
import { gramsToWeigh } from '../../../core/mordant/hydrates'
import { formatMass, formatNumber } from '../../../core/quantity/format-quantity'
import { wetOutMinOf } from '../../../shared/rules/basket/fibre'
import { bathGuardsOf } from '../../../shared/rules/basket/bath-guards'
import { newId } from '../../../shared/ids'
import type {
  BathAgent,
  BathChange,
  BathQuery,
  FinishBath,
  MordantBath,
  NewBath,
} from '../../../shared/schemas/basket/mordant-bath'
import type { Piece } from '../../../shared/schemas/basket/piece'
import type { Database } from '../../database/open'
import { bathRepository } from '../../repositories/mordant-baths'
import { pieceRepository } from '../../repositories/pieces'
import { nextTagCode, yearOf } from '../../repositories/tag-serials'
import { refuseFuture } from '../log/calendar'
import { refuseStanding } from '../log/guarded'
import { notFound, stillNeeded, unacceptable } from '../log/failures'
import { dateOf } from '../loft/jars'
import { treat } from './pieces'
import type { RecordKind } from '../log/record-kind'
import { putBack, takeFromLot, takeOffShelf } from '../loft/stock-out'
import type { Batch, Clock, Records, Written } from '../log/records'
import type { PieceRecords } from './piece-records'
import { messageOf, present } from '../../../core/present'

const BATH_PREFIX = 'BTH'
export type BathRecords = Records<MordantBath, NewBath, BathChange, BathQuery>

export const bathKind: RecordKind<MordantBath, NewBath, BathChange, BathQuery> = {
  collection: 'baths',
  noun: 'bath',
  table: 'mordant_bath',
  page: (db, query) => bathRepository(db).page(query),
  find: (db, id) => bathRepository(db).find(id),

  /** The bath, its pieces and what it takes off shelf and loft: all or nothing. */
  async insert(trx, input, at) {
    const pieces = await freePieces(trx, input.pieceIds)
    const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
    input.agents.forEach((agent, i) => checkAgent(agent, i, input, fibreG))
    if (input.againOf) await checkAgain(trx, input.againOf)
    const begun = input.startedAt ?? input.endedAt ?? null
    if (begun) refuseFuture('/startedAt', dateOf(begun), at)
    const guards = begun ? bathGuardsOf(input, pieces) : []
    await bathRepository(trx).insert(
      {
        ...input,
        startedAt: begun,
        overrides: input.endedAt ? asItWasDone(guards, input.overrides) : input.overrides,
        code: await nextTagCode(trx, BATH_PREFIX, yearOf(begun ?? input.plannedFor ?? at)),
        endedAt: null,
        wetOutMin: Math.max(...pieces.map(wetOutMinOf)),
      },
      pieces.map(({ id, dryG }) => ({ pieceId: id, dryG })),
      input.agents,
      at,
    )
    if (!begun) return
    if (!input.endedAt) refuseStanding(guards, input.overrides)
    await takeOut(trx, input.id, input.agents, dateOf(begun), at)
  },

  async change(trx, current, { start, step, ...edit }, at) {
    const baths = bathRepository(trx)
    if (step) {
      refuseStep(current, step.stepId)
      refuseBefore(current, '/step/at', step.at, at)
      await baths.addEvent(current.id, step)
    }
    if (!start) return baths.update(current.id, { ...current, ...edit })
    if (current.startedAt) {
      throw stillNeeded(`${current.code} was begun on ${dateOf(current.startedAt)}.`)
    }
    refuseFuture('/start/at', dateOf(start.at), at)
    const pieces = await pieceRepository(trx).findMany(current.pieces.map((p) => p.pieceId))
    refuseStanding(bathGuardsOf(current, pieces), start.overrides)
    await baths.update(current.id, {
      ...current,
      ...edit,
      startedAt: start.at,
      overrides: start.overrides,
    })
    await takeOut(trx, current.id, current.agents, dateOf(start.at), at)
  },

  async revert(trx, before, after, at) {
    const baths = bathRepository(trx)
    await baths.update(before.id, before)
    const ids = ({ events }: MordantBath) => new Set(events.map(({ id }) => id))
    const [kept, now] = [ids(before), ids(after)]
    const without = (a: Set<string>, b: Set<string>) => [...a].filter((id) => !b.has(id))
    await baths.setEventsAside(without(now, kept), at)
    await baths.setEventsAside(without(kept, now), null)
    if (after.startedAt && !before.startedAt) await putBack(trx, { bathId: after.id }, at)
    if (before.startedAt && !after.startedAt) {
      await takeOut(trx, before.id, before.agents, dateOf(before.startedAt), at)
    }
    if (after.endedAt && !before.endedAt) await refuseGoneOn(trx, after)
  },

  /** Puts what went into it back onto the shelf. Refused once pieces carry what it gave them. */
  async setAside(trx, bath, at) {
    if (bath.endedAt) {
      throw stillNeeded(
        `${bath.code} is done, and its pieces carry what it gave them: undo that it was finished first.`,
      )
    }
    if (bath.startedAt) await putBack(trx, { bathId: bath.id }, at)
  },

  async restore(trx, bath, at) {
    await freePieces(
      trx,
      bath.pieces.map(({ pieceId }) => pieceId),
    )
    if (bath.startedAt) await takeOut(trx, bath.id, bath.agents, dateOf(bath.startedAt), at)
  },
}

const WRITTEN_AFTERWARDS = 'it was done: written down afterwards'

/** Of a bath that is over, what would have stopped it is kept with it, and stops nothing. */
const asItWasDone = (guards: readonly Guard[], overrides: readonly Override[]): Override[] => [
  ...overrides,
  ...standingGuards(guards, overrides).map(({ code }) => ({ code, why: WRITTEN_AFTERWARDS })),
]

async function freePieces(trx: Knex, ids: readonly string[]): Promise<Piece[]> {
  const found = new Map(
    (await pieceRepository(trx).findMany([...ids])).map((piece) => [piece.id, piece]),
  )
  return ids.map((id, i) => {
    const pointer = `/pieceIds/${i}`
    const piece = found.get(id)
    if (!piece || piece.setAsideAt)
      throw unacceptable(pointer, `There is no piece with the id ${id}.`)
    if (piece.splitOn) throw unacceptable(pointer, `${piece.code} was split: choose its parts.`)
    if (piece.bathId) {
      throw unacceptable(pointer, `${piece.code} is in another bath, or planned into one.`)
    }
    return piece
  })
}

/** Refuses to take a finish back where its pieces have gone on: into another bath, or into a pot. */
async function refuseGoneOn(trx: Knex, { id, endedAt }: MordantBath): Promise<void> {
  const [taken] = await bathRepository(trx).alsoElsewhere(id)
  if (taken) throw stillNeeded(`${taken} is in another bath by now: take it out of that first.`)
  const pots = await bathRepository(trx).pottedSince(id, dateOf(present(endedAt)))
  if (pots.length > 0) {
    throw stillNeeded(
      `Its pieces were dyed since (${pots.join(', ')}): set those pots aside first.`,
    )
  }
}

/** How far what was weighed may be from its percentage: scales, and rounding to a tenth. */
const WEIGHING = { share: 0.03, massG: 0.06 }

function checkAgent(agent: BathAgent, i: number, bath: NewBath, fibreG: number): void {
  const stages = schemeFacts(bath.scheme).stages.length
  if (agent.stage >= stages) {
    throw unacceptable(
      `/agents/${i}/stage`,
      `stage must be below ${stages}, the baths of this scheme; got ${agent.stage}`,
    )
  }
  // a bath used again holds some already, and a gathered lot is weighed as it is
  if (bath.againOf || agent.lotId) return
  const wantedG = wantedOf(agent, fibreG, `/agents/${i}/form`)
  if (Math.abs(wantedG - agent.massG) <= Math.max(WEIGHING.massG, WEIGHING.share * wantedG)) return
  throw unacceptable(
    `/agents/${i}/massG`,
    `${formatNumber(agent.percentWof)} % of ${formatMass(fibreG)} is ${formatMass(wantedG)} ${AGENTS[agent.agent].label}; got ${formatMass(agent.massG)}`,
  )
}

/** @throws Refusal for a form the agent does not come in */
function wantedOf(agent: BathAgent, fibreG: number, pointer: string): number {
  try {
    return gramsToWeigh(agent, fibreG)
  } catch (error) {
    throw unacceptable(pointer, messageOf(error))
  }
}

async function checkAgain(trx: Knex, id: string): Promise<void> {
  const earlier = await bathRepository(trx).find(id)
  if (!earlier || earlier.setAsideAt) {
    throw unacceptable('/againOf', `There is no bath with the id ${id}.`)
  }
  if (!earlier.endedAt) {
    throw unacceptable('/againOf', `${earlier.code} still holds its pieces: finish it first.`)
  }
}

/** Takes what a bath is made of off the shelf and out of gathered lots. */
async function takeOut(
  trx: Knex,
  bathId: string,
  agents: readonly BathAgent[],
  on: string,
  at: string,
): Promise<void> {
  for (const [i, { agent, shelfId, lotId, massG }] of agents.entries()) {
    const pointer = `/agents/${i}`
    const taken = { massG, on, taker: { bathId } }
    if (shelfId) await takeOffShelf(trx, { ...taken, shelfId, agent }, at, pointer)
    if (lotId) await takeFromLot(trx, { ...taken, lotId }, at, { pointer, day: '/startedAt' })
  }
}

function refuseStep(bath: MordantBath, stepId: string): void {
  if (!bath.startedAt || bath.endedAt) {
    throw stillNeeded(`${bath.code} ${bath.endedAt ? 'is over' : 'is not begun'}.`)
  }
  if (!bath.steps.some(({ id }) => id === stepId)) {
    const known = bath.steps.map(({ id }) => id).join(', ')
    throw unacceptable('/step/stepId', `stepId must be one of: ${known}; got ${stepId}`)
  }
  if (bath.events.some((event) => event.stepId === stepId)) {
    throw unacceptable('/step/stepId', `${stepId} is noted already.`)
  }
}

function refuseBefore(bath: MordantBath, pointer: string, instant: string, at: string): void {
  refuseFuture(pointer, dateOf(instant), at)
  if (Date.parse(instant) >= Date.parse(present(bath.startedAt))) return
  const name = pointer.split('/').pop()
  throw unacceptable(
    pointer,
    `${name} must not be before the bath was begun (${present(bath.startedAt)}); got ${instant}`,
  )
}

/** Writes the end of a bath, and what it gave into the histories of its pieces. */
export async function finishIn(
  batch: Batch,
  { baths, pieces }: { baths: BathRecords; pieces: PieceRecords },
  bath: MordantBath,
  { at, finish }: FinishBath,
): Promise<void> {
  const { trx } = batch
  await bathRepository(trx).update(bath.id, { ...bath, endedAt: at, finish })
  await baths.logChange(batch, bath)
  for (const { pieceId, dryG } of bath.pieces) {
    const piece = present(await pieceRepository(trx).find(pieceId))
    for (const [i, agent] of bath.agents.entries()) {
      const given = givenBy(bath, agent, dateOf(at), finish)
      await treat(trx, pieceId, dryG, given, batch.at, `/agents/${i}`, {
        bathId: bath.id,
        lotId: agent.lotId,
        basis: bath.againOf ? 'assumed' : 'measured',
      })
    }
    await pieces.logChange(batch, piece)
  }
}

/** Takes the pieces of a bath out: what it gave them goes into their histories, as one change. */
export const bathFinish = (
  database: Database,
  { baths, pieces }: { baths: BathRecords; pieces: PieceRecords },
  clock: Clock,
) => ({
  finish: (id: string, { at, finish }: FinishBath): Promise<Written<MordantBath>> =>
    database.write.transaction(async (trx) => {
      const batch: Batch = { trx, at: clock().toISOString(), changeSetId: newId() }
      const bath = await bathRepository(trx).find(id)
      if (!bath || bath.setAsideAt) throw notFound('bath', id)
      if (bath.endedAt === at) return { item: bath, changeSetId: null }
      if (bath.endedAt) throw stillNeeded(`${bath.code} was finished on ${dateOf(bath.endedAt)}.`)
      if (!bath.startedAt) throw stillNeeded(`${bath.code} is planned, not begun.`)
      refuseBefore(bath, '/at', at, batch.at)
      await finishIn(batch, { baths, pieces }, bath, { at, finish })
      return { item: present(await bathRepository(trx).find(id)), changeSetId: batch.changeSetId }
    }),
})

const givenBy = (
  { scheme, heat }: MordantBath,
  { agent, percentWof }: BathAgent,
  doneOn: string,
  finish: FinishBath['finish'],
) => ({
  kind: isMordant(agent) && schemeFacts(scheme).bonds ? ('mordant' as const) : ('soak' as const),
  agent,
  percentWof,
  doneOn,
  finish,
  heat,
})
