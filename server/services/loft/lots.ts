import type { Knex } from 'knex'
import { typicalGramsEach } from '../../../catalogue/measures'
import type { Basis, PlantState } from '../../../core/harvest/dry-fraction'
import { gramsEach } from '../../../core/harvest/counted'
import { usefulShare } from '../../../core/harvest/contents'
import { netMassG, roundToMilligram } from '../../../core/harvest/net-mass'
import type { Lot, LotChange, LotQuery, NewLot } from '../../../shared/schemas/loft/lot'
import type { Source } from '../../../shared/schemas/walk/source'
import type { LotEdit } from '../../repositories/lot-rows'
import { lotRepository } from '../../repositories/lots'
import { stepRepository } from '../../repositories/lot-steps'
import { patchRepository } from '../../repositories/patches'
import { sourceRepository } from '../../repositories/sources'
import { nextTagCode, yearOf } from '../../repositories/tag-serials'
import { weighedCounts } from '../../repositories/weighed-counts'
import { refuseFuture } from '../log/calendar'
import { stillNeeded, unacceptable } from '../log/failures'
import { takeStep } from './lot-steps'
import type { RecordKind } from '../log/record-kind'
import { move, refuseOverdraw } from './lot-ledger'
import { last, present } from '../../../core/present'

/** What a lot is that did not come from a walk: split, combined, drawn off, or spent. */
export interface Derived {
  movement: 'splitIn' | 'combinedIn' | 'drawnOff' | 'spent'
  state: PlantState
  ownDryFraction: number | null
  ownDryBasis: Basis
  extracted: number
  jarId: string | null
  fromLots: string[]
  amountBasis: Basis
}

/** A lot as services make it; `code` only where it was written on a tag elsewhere. */
export type MadeLot = NewLot & {
  derived?: Derived
  code?: string
  /** Of what came out of another's log: whose, and how its dryness is known. */
  fromLog?: string
  dryBasis?: Basis
}

export const lotKind: RecordKind<Lot, MadeLot, LotChange, LotQuery> = {
  collection: 'lots',
  noun: 'lot',
  table: 'lot',
  page: (db, query) => lotRepository(db).page(query),
  find: (db, id) => lotRepository(db).find(id),

  async insert(trx, input, at) {
    const source = await liveSource(trx, input.sourceId)
    await checkPatch(trx, input.patchId)
    refuseFuture('/gatheredOn', input.gatheredOn, at)
    usefulShare(input.contents)
    const { derived } = input
    const amount = await amountOf(trx, input, source)
    await lotRepository(trx).insert(
      {
        ...input,
        code: input.code ?? (await nextTagCode(trx, source.code, yearOf(input.gatheredOn))),
        state: derived?.state ?? input.state,
        grossG: input.grossG ?? null,
        tareG: input.grossG === undefined ? null : (input.tareG ?? 0),
        containerId: input.containerId ?? null,
        measure: input.measure ?? null,
        count: input.count ?? null,
        amountBasis: derived?.amountBasis ?? amount.basis,
        ownDryFraction: derived ? derived.ownDryFraction : (input.dryFraction ?? null),
        ownDryBasis: derived?.ownDryBasis ?? input.dryBasis ?? 'measured',
        hungOn: null,
        extracted: derived?.extracted ?? 0,
        jarId: derived?.jarId ?? null,
        fromLots: derived?.fromLots ?? [],
        fromLog: input.fromLog ?? '',
        isCounted: input.fromLog === undefined,
      },
      at,
    )
    const lot = present(await lotRepository(trx).find(input.id))
    const kind = derived?.movement ?? 'gathered'
    await move(trx, lot, { kind, deltaG: amount.massG, on: input.gatheredOn }, at)
  },

  async change(trx, current, change, at) {
    if (change.patchId !== undefined) await checkPatch(trx, change.patchId)
    if (change.gatheredOn) refuseFuture('/gatheredOn', change.gatheredOn, at)
    if (change.hungOn) refuseFuture('/hungOn', change.hungOn, at)
    if (change.sourceId) await liveSource(trx, change.sourceId)
    if (change.contents) usefulShare(change.contents)
    const { dryFraction, netG, step, ...edit } = change
    const edited: LotEdit = {
      ...current,
      // a day that is put right is known, unless it is told how far it may be off
      ...(edit.gatheredOn && { gatheredWithinDays: 0 }),
      ...edit,
      ...(dryFraction !== undefined && {
        ownDryFraction: dryFraction,
        ownDryBasis: 'measured' as const,
      }),
    }
    if (step) return takeStep(trx, current, edited, step, at)
    if (netG !== undefined && current.steps.length > 0) {
      throw stillNeeded(
        `${current.code} was weighed again since (${current.steps.length} times): count it instead.`,
      )
    }
    await lotRepository(trx).update(current.id, edited)
    await correct(trx, current, edited.gatheredOn, netG ?? current.netG, at)
  },

  /** Back to how it was: its fields, the steps taken since, and the grams they took. */
  async revert(trx, before, after, at) {
    // an entry written before a lot told so much says nothing of the rest
    const { steps = [] } = before as Partial<Lot>
    const earlier: Lot = { ...after, ...before, steps }
    await lotRepository(trx).update(before.id, earlier)
    const kept = new Set(earlier.steps.map(({ id }) => id))
    const undone = after.steps.filter(({ id }) => !kept.has(id)).map(({ id }) => id)
    const now = new Set(after.steps.map(({ id }) => id))
    await stepRepository(trx).setAside(undone, at)
    await stepRepository(trx).setAside(
      [...kept].filter((id) => !now.has(id)),
      null,
    )
    await correct(trx, after, before.gatheredOn, before.netG, at)
    const rest = roundToMilligram(before.leftG - after.leftG - (before.netG - after.netG))
    if (rest === 0) return
    const lot = present(await lotRepository(trx).find(before.id))
    const on = last([...after.steps.map(({ doneOn }) => doneOn), before.gatheredOn].sort())
    await move(trx, lot, { kind: 'returned', deltaG: rest, on }, at)
    await refuseOverdraw(trx, lot, '')
  },

  async setAside(trx, lot, _at, undoing) {
    const dependents = await lotRepository(trx).dependents(lot.id)
    if (dependents) throw stillNeeded(dependents)
    if (undoing && (lot.fromLots.length > 0 || lot.jarId))
      await lotRepository(trx).markUndone(lot.id)
  },

  /** What an undone split or combination held lies in other bags again: it cannot be twice. */
  async restore(trx, lot) {
    if (await lotRepository(trx).wasUndone(lot.id)) {
      throw stillNeeded(
        `${lot.code} was undone: what it held lies where it came from. Do it again.`,
      )
    }
  },
}

async function liveSource(trx: Knex, sourceId: string): Promise<Source> {
  const source = await sourceRepository(trx).find(sourceId)
  if (source && !source.setAsideAt) return source
  throw unacceptable('/sourceId', `There is no source with the id ${sourceId}.`)
}

async function checkPatch(trx: Knex, patchId: string | null): Promise<void> {
  if (patchId === null) return
  const patch = await patchRepository(trx).find(patchId)
  if (!patch || patch.setAsideAt) {
    throw unacceptable('/patchId', `There is no patch with the id ${patchId}.`)
  }
}

/** What came to hand, g: weighed, or counted at what one of them weighs. */
async function amountOf(
  trx: Knex,
  { netG, grossG, tareG = 0, count, measure, state, sourceId, isAmountUnknown }: NewLot,
  source: Source,
): Promise<{ massG: number; basis: Basis }> {
  if (isAmountUnknown) return { massG: 0, basis: 'typical' }
  if (netG !== undefined) return { massG: netG, basis: 'measured' }
  if (grossG !== undefined) return { massG: weighedG(grossG, tareG), basis: 'measured' }
  const weighed = await weighedCounts(trx, sourceId, present(measure), state)
  const typical = typicalGramsEach(source.part, present(measure), state, source.dryFraction)
  const each = gramsEach(weighed, typical)
  if (each) {
    return {
      massG: roundToMilligram(each.value * present(count)),
      basis: each.basis === 'measured' ? 'estimated' : 'typical',
    }
  }
  throw unacceptable(
    '/measure',
    `What one of these weighs is not known for ${source.commonName} ${state}: weigh some once, with their number.`,
  )
}

function weighedG(grossG: number, tareG: number): number {
  const massG = netMassG({ grossG, tareG })
  if (massG > 0) return massG
  throw unacceptable('/tareG', `tareG must be less than grossG (${grossG} g); got ${tareG}`)
}

async function correct(
  trx: Knex,
  current: Lot,
  on: string,
  netG: number,
  at: string,
): Promise<void> {
  const deltaG = roundToMilligram(netG - current.netG)
  if (deltaG !== 0) await move(trx, current, { kind: 'corrected', deltaG, on }, at)
  await refuseOverdraw(trx, current, '/netG')
}
