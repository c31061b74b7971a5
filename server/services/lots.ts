import type { Knex } from 'knex'
import { netMassG, roundToMilligram } from '../../core/harvest/net-mass'
import { formatMass } from '../../core/quantity/format-quantity'
import type { Lot, LotChange, LotQuery, NewLot } from '../../shared/schemas/lot'
import { movementRepository } from '../repositories/lot-movements'
import { lotRepository, type LotEdit } from '../repositories/lots'
import { patchRepository } from '../repositories/patches'
import { sourceRepository } from '../repositories/sources'
import { nextTagCode, yearOf } from '../repositories/tag-serials'
import { stillNeeded, unacceptable } from './failures'
import type { RecordKind } from './record-kind'
import { refuseFuture } from './calendar'

export const lotKind: RecordKind<Lot, NewLot, LotChange, LotQuery> = {
  collection: 'lots',
  noun: 'lot',
  table: 'lot',
  page: (db, query) => lotRepository(db).page(query),
  find: (db, id) => lotRepository(db).find(id),

  async insert(trx, input, at) {
    const source = await sourceRepository(trx).find(input.sourceId)
    if (!source || source.setAsideAt) {
      throw unacceptable('/sourceId', `There is no source with the id ${input.sourceId}.`)
    }
    await checkPatch(trx, input.patchId)
    refuseFuture('/gatheredOn', input.gatheredOn, at)
    await lotRepository(trx).insert(
      {
        ...input,
        code: await nextTagCode(trx, source.code, yearOf(input.gatheredOn)),
        grossG: input.grossG ?? null,
        tareG: input.grossG === undefined ? null : (input.tareG ?? 0),
        ownDryFraction: input.dryFraction ?? null,
      },
      at,
    )
    const lot = (await lotRepository(trx).find(input.id))!
    await move(trx, lot, { kind: 'gathered', deltaG: gatheredG(input), on: input.gatheredOn }, at)
  },

  async change(trx, current, change, at) {
    if (change.patchId !== undefined) await checkPatch(trx, change.patchId)
    if (change.gatheredOn) refuseFuture('/gatheredOn', change.gatheredOn, at)
    const { dryFraction, netG, ...edit } = { ...change }
    const own = dryFraction === undefined ? weighedDryFraction(current) : dryFraction
    const edited = { ...current, ...edit, ownDryFraction: own }
    await rewrite(trx, current, edited, netG ?? current.netG, at)
  },

  async revert(trx, before, after, at) {
    const edited = { ...before, ownDryFraction: weighedDryFraction(before) }
    await rewrite(trx, after, edited, before.netG, at)
  },

  async setAside(trx, { id }) {
    const dependents = await lotRepository(trx).dependents(id)
    if (dependents) throw stillNeeded(dependents)
  },
}

const gatheredG = ({ netG, grossG, tareG = 0 }: NewLot) => netG ?? weighedG(grossG!, tareG)

function weighedG(grossG: number, tareG: number): number {
  const massG = netMassG({ grossG, tareG })
  if (massG > 0) return massG
  throw unacceptable('/tareG', `tareG must be less than grossG (${grossG} g); got ${tareG}`)
}

async function checkPatch(trx: Knex, patchId: string | null): Promise<void> {
  if (patchId === null) return
  const patch = await patchRepository(trx).find(patchId)
  if (!patch || patch.setAsideAt) {
    throw unacceptable('/patchId', `There is no patch with the id ${patchId}.`)
  }
}

/** The dry fraction weighed on this very lot; null where it is its kin's or a typical one. */
const weighedDryFraction = ({ state, dryFraction, dryFractionBasis }: Lot): number | null =>
  state !== 'dried' && dryFractionBasis === 'measured' ? dryFraction : null

async function rewrite(
  trx: Knex,
  current: Lot,
  edited: LotEdit,
  netG: number,
  at: string,
): Promise<void> {
  await lotRepository(trx).update(current.id, edited)
  const deltaG = roundToMilligram(netG - current.netG)
  if (deltaG !== 0) {
    await move(trx, current, { kind: 'corrected', deltaG, on: edited.gatheredOn }, at)
  }
  await refuseOverdraw(trx, current, '/netG')
}

export interface Move {
  kind: 'gathered' | 'corrected' | 'used' | 'returned'
  deltaG: number
  /** Local date. */
  on: string
  potId?: string
}

/** Adds a movement to a lot, with the state and dryness it has at this moment. */
export async function move(
  trx: Knex,
  lot: Lot,
  { kind, deltaG, on, potId }: Move,
  at: string,
): Promise<void> {
  const { id: lotId, state, dryFraction, dryFractionBasis } = lot
  const how = { kind, deltaG, happenedOn: on, potId: potId ?? null }
  await movementRepository(trx).add({ lotId, state, dryFraction, dryFractionBasis, ...how }, at)
}

/** Refuses the transaction where a lot would hold less than nothing at the end of any day. */
export async function refuseOverdraw(trx: Knex, lot: Lot, pointer: string): Promise<void> {
  const lowest = await movementRepository(trx).lowest(lot.id)
  if (!lowest || lowest.leftG >= 0) return
  throw unacceptable(
    pointer,
    `${lot.code} holds too little: on ${lowest.day} it would be ${formatMass(-lowest.leftG)} short.`,
  )
}
