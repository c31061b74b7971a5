import type { Knex } from 'knex'
import type { Guard, Override } from '../../../core/safety/guards'
import { needsMordantOf, potGuardsOf } from '../../../shared/rules/pot/pot-guards'
import type { Piece } from '../../../shared/schemas/basket/piece'
import type { NewPot, Pot, PotQuery } from '../../../shared/schemas/pot/pot'
import type { PotChange } from '../../../shared/schemas/pot/pot-change'
import { PLAIN_PLAN } from '../../../shared/schemas/pot/pot-plan'
import type { Vessel } from '../../../shared/schemas/pot/vessel'
import { lotRepository } from '../../repositories/lots'
import { movementRepository } from '../../repositories/lot-movements'
import { bathRepository } from '../../repositories/mordant-baths'
import { pieceRepository } from '../../repositories/pieces'
import { potNotes } from '../../repositories/pot-notes'
import type { KeptPlan, PotFields } from '../../repositories/pot-rows'
import { potRepository } from '../../repositories/pots'
import { sourceRepository } from '../../repositories/sources'
import { swatchRepository } from '../../repositories/swatches'
import { nextTagCode, yearOf } from '../../repositories/tag-serials'
import { treatmentRepository } from '../../repositories/treatments'
import { refuseAhead, refuseFuture } from '../log/calendar'
import { stillNeeded, unacceptable } from '../log/failures'
import { refuseStanding } from '../log/guarded'
import { dateOf } from '../loft/jars'
import { retellDepartures } from './pot-actual'
import { revertCourse } from './pot-revert'
import { correctPot, editOf } from './pot-correction'
import { rememberPast } from './pot-past'
import { lookAtLots, takeAgentsAgain, takeFromLots } from './pot-stock'
import { addSwatch } from './swatch-of-piece'
import type { RecordKind } from '../log/record-kind'
import { vesselKind } from '../log/small-kinds'
import { putBack } from '../loft/stock-out'
import { refuseOverdraw } from '../loft/lot-ledger'
import { present } from '../../../core/present'

const POT_PREFIX = 'POT'

export const potKind: RecordKind<Pot, NewPot, PotChange, PotQuery> = {
  collection: 'pots',
  noun: 'pot',
  table: 'pot',
  page: (db, query) => potRepository(db).page(query),
  find: (db, id) => potRepository(db).find(id),

  /** A pot of the past with what it took, its pieces and a swatch for each; or a plan alone. */
  async insert(trx, input, at) {
    const isPlan = input.stage === 'planned'
    if (!isPlan) refuseFuture('/dyedOn', input.dyedOn, at)
    const code = await nextTagCode(trx, POT_PREFIX, yearOf(input.dyedOn))
    const pots = potRepository(trx)
    const kept = isPlan || input.plan ? await planOf(trx, input) : null
    const fields = await fieldsOf(trx, input)
    await pots.insert({ ...fields, code }, kept, at)
    if (isPlan) return potNotes(trx).mark(input.id, 'planned', at)
    await takeFromLots(trx, { ...input, on: input.dyedOn }, at)
    await enterPieces(trx, input)
    for (const { pieceId, swatchId, minutes, outcome } of input.pieces) {
      await pots.setOutcome(input.id, pieceId, minutes ?? null, outcome ?? null)
      await addSwatch(trx, { potId: input.id, pieceId, swatchId, on: input.dyedOn }, at)
    }
    await rememberPast(trx, input, at)
    await potNotes(trx).mark(input.id, 'done', at)
  },

  async change(trx, current, { light, replan, ...change }, at) {
    const pots = potRepository(trx)
    if (replan) {
      if (current.stage !== 'planned') {
        throw stillNeeded(`${current.code} is ${current.stage}: its plan stands as it was.`)
      }
      const input = { ...replan, id: current.id, stage: 'planned' as const }
      const fields = await fieldsOf(trx, input)
      await pots.update(current.id, { ...fields, ...editOf(change) })
      await pots.setCourse(current.id, { ...fields, overrides: current.overrides })
      await pots.keepPlan(current.id, await planOf(trx, input))
    } else {
      await pots.update(current.id, { ...current, ...editOf(change) })
      await correctPot(trx, current, change, at)
      const { title: _, note: __, ...facts } = change
      if (Object.keys(facts).length > 0) await retellDepartures(trx, current.id)
    }
    if (light) await lightPot(trx, present(await pots.find(current.id)), light, at)
  },

  revert: (trx, before, after, at) => revertCourse(trx, before, after, at),

  /** Puts what it took back into its lots. Refused once a swatch of it was read. */
  async setAside(trx, pot, at) {
    const read = (await swatchRepository(trx).ofPot(pot.id)).filter(
      ({ readings, setAsideAt }) => readings.length > 0 && !setAsideAt,
    )
    if (read.length > 0) {
      const codes = read.map(({ code }) => code).join(', ')
      throw stillNeeded(`Its swatches were read already (${codes}): set those aside first.`)
    }
    await putBack(trx, { potId: pot.id }, at)
    await swatchRepository(trx).setAsideWithPot(pot.id, at)
    await treatmentRepository(trx).setAsideWithPot(pot.id, at)
    await potNotes(trx).mark(pot.id, 'setAside', at)
  },

  /** Takes it out of the lots again, where they still hold it. */
  async restore(trx, pot, at) {
    for (const use of await movementRepository(trx).takenBy({ pot_id: pot.id })) {
      await movementRepository(trx).add(use, at)
      const lot = present(await lotRepository(trx).find(use.lotId))
      if (lot.setAsideAt) throw stillNeeded(`${lot.code} is set aside: bring it back first.`)
      await refuseOverdraw(trx, lot, '')
    }
    await takeAgentsAgain(trx, pot.id, pot.events, at)
    const pieces = await pieceRepository(trx).findMany(pot.pieces.map(({ pieceId }) => pieceId))
    const gone = pieces.find(({ setAsideAt }) => setAsideAt)
    if (gone) throw stillNeeded(`${gone.code} is set aside: bring it back first.`)
    if (pot.stage === 'running') {
      for (const { pieceId } of pot.pieces) await freePiece(trx, pieceId, '')
    }
    if (pot.stage === 'done') await swatchRepository(trx).setAsideWithPot(pot.id, null)
    await treatmentRepository(trx).restoreWithPot(pot.id, present(pot.setAsideAt))
    await potNotes(trx).mark(pot.id, 'restored', at)
  },
}

/** The columns of a pot as it is first written, or planned anew. */
async function fieldsOf(trx: Knex, input: NewPot): Promise<Omit<PotFields, 'code'>> {
  const from = input.fromPotId ? await potRepository(trx).find(input.fromPotId) : null
  if (input.fromPotId && (!from || from.setAsideAt)) {
    throw unacceptable('/fromPotId', `There is no pot with the id ${input.fromPotId}.`)
  }
  if (input.vesselId) await vesselOf(trx, input.vesselId)
  return {
    ...input,
    dyedWithinDays: input.dyedWithinDays ?? 0,
    stage: input.stage ?? 'done',
    litAt: null,
    endedAt: null,
    end: input.end ? { ...input.end, departures: [] } : null,
    ownWayId: input.ownWayId ?? null,
    wayName: input.wayName ?? '',
    vesselId: input.vesselId ?? null,
    groupId: input.groupId ?? null,
    fromPotId: from?.id ?? null,
    bathNumber: from ? from.bathNumber + 1 : 1,
    isRatioKnown: input.isRatioKnown ?? true,
    overrides: input.overrides ?? [],
  }
}

async function vesselOf(trx: Knex, id: string): Promise<Vessel> {
  const vessel = await vesselKind.find(trx, id)
  if (vessel && !vessel.setAsideAt) return vessel
  throw unacceptable('/vesselId', `There is no vessel with the id ${id}.`)
}

/** A plan with its lots and pieces as they stand, so that it reads the same when they have moved on. */
async function planOf(trx: Knex, input: NewPot): Promise<KeptPlan> {
  const found = new Map(
    (await pieceRepository(trx).findMany(input.pieces.map(({ pieceId }) => pieceId))).map(
      (piece) => [piece.id, piece],
    ),
  )
  const pieces = input.pieces.map(({ pieceId }, i) => {
    const piece = found.get(pieceId)
    if (!piece || piece.setAsideAt) {
      throw unacceptable(`/pieces/${i}/pieceId`, `There is no piece with the id ${pieceId}.`)
    }
    return { pieceId, pieceCode: piece.code, dryG: piece.dryG, dryBasis: piece.dryBasis }
  })
  return { plan: input.plan ?? PLAIN_PLAN, lots: await lookAtLots(trx, input.lots), pieces }
}

async function lightPot(
  trx: Knex,
  pot: Pot,
  { at: litAt, overrides }: { at: string; overrides: Override[] },
  at: string,
): Promise<void> {
  if (pot.stage !== 'planned') {
    throw stillNeeded(`${pot.code} was lit on ${dateOf(pot.litAt ?? pot.dyedOn)}.`)
  }
  refuseAhead('/light/at', litAt, at)
  const on = dateOf(litAt)
  refuseStanding(await guardsAgainst(trx, pot), overrides)
  await takeFromLots(trx, { id: pot.id, on, lots: pot.lots }, at, '/light/at')
  await enterPieces(trx, pot)
  await potRepository(trx).setCourse(pot.id, {
    ...pot,
    stage: 'running',
    dyedOn: on,
    litAt,
    overrides,
  })
  await potNotes(trx).mark(pot.id, 'lit', litAt)
}

/** What stands against lighting a pot, with its pieces, sources and vessel as they are. */
async function guardsAgainst(trx: Knex, pot: Pot): Promise<Guard[]> {
  const pieces = await pieceRepository(trx).findMany(pot.pieces.map(({ pieceId }) => pieceId))
  const sources = await sourceRepository(trx).findMany(pot.lots.map(({ sourceId }) => sourceId))
  const vessel = pot.vesselId ? await vesselOf(trx, pot.vesselId) : null
  return potGuardsOf(
    {
      way: pot.way,
      tempC: pot.tempC,
      waterL: pot.waterL,
      vessel,
      ph: pot.plan?.ph?.target ?? null,
      additions: pot.plan?.additions ?? [],
      needsMordant: needsMordantOf(sources),
    },
    pieces,
  )
}

async function enterPieces(
  trx: Knex,
  pot: { id: string; pieces: readonly { pieceId: string }[] },
): Promise<void> {
  for (const [i, { pieceId }] of pot.pieces.entries()) {
    const { dryG, dryBasis } = await freePiece(trx, pieceId, `/pieces/${i}/pieceId`)
    await potRepository(trx).addPiece(pot.id, { pieceId, dryG, dryBasis })
  }
}

/** A piece that no bath and no other running pot has. */
async function freePiece(trx: Knex, pieceId: string, pointer: string): Promise<Piece> {
  const piece = await pieceRepository(trx).find(pieceId)
  if (!piece || piece.setAsideAt) {
    throw unacceptable(pointer, `There is no piece with the id ${pieceId}.`)
  }
  if (piece.splitOn) {
    throw unacceptable(pointer, `${piece.code} was split into others: choose its parts.`)
  }
  const bath = piece.bathId ? await bathRepository(trx).find(piece.bathId) : null
  if (bath?.startedAt) {
    throw unacceptable(pointer, `${piece.code} is in ${bath.code}: take it out of that bath first.`)
  }
  const other = await potRepository(trx).runningWith(pieceId)
  if (other) throw unacceptable(pointer, `${piece.code} is in ${other}: finish that pot first.`)
  return piece
}
