import type { Knex } from 'knex'
import { AGENTS } from '../../../catalogue/agents'
import { inForm } from '../../../core/mordant/hydrates'
import { formatMass } from '../../../core/quantity/format-quantity'
import type {
  NewShelfItem,
  ShelfItem,
  ShelfItemChange,
  ShelfQuery,
} from '../../../shared/schemas/loft/shelf'
import type { ShelfView } from '../../../shared/views/loft/shelf'
import { bathRepository } from '../../repositories/mordant-baths'
import { shelfRepository } from '../../repositories/shelf'
import { refuseFuture } from '../log/calendar'
import { stillNeeded, unacceptable } from '../log/failures'
import type { RecordKind } from '../log/record-kind'
import { present } from '../../../core/present'

export const shelfKind: RecordKind<ShelfItem, NewShelfItem, ShelfItemChange, ShelfQuery> = {
  collection: 'shelf',
  noun: 'jar on the shelf',
  table: 'shelf_item',
  page: (db, query) => shelfRepository(db).page(query),
  find: (db, id) => shelfRepository(db).find(id),

  async insert(trx, input, at) {
    refuseFuture('/boughtOn', input.boughtOn, at)
    const shelf = shelfRepository(trx)
    await shelf.insert(input, at)
    const bought = { itemId: input.id, kind: 'bought' as const, on: input.boughtOn }
    await shelf.move({ ...bought, deltaG: input.boughtG }, at)
  },

  async change(trx, current, { added, counted, ...edit }, at) {
    const shelf = shelfRepository(trx)
    await shelf.update(current.id, { ...current, ...edit })
    const moved = { itemId: current.id }
    if (added) {
      refuseFuture('/added/on', added.on, at)
      await shelf.move({ ...moved, kind: 'added', deltaG: added.massG, on: added.on }, at)
    }
    if (counted) {
      refuseFuture('/counted/on', counted.on, at)
      const deltaG = counted.massG - current.leftG - (added?.massG ?? 0)
      await shelf.move({ ...moved, kind: 'counted', deltaG, on: counted.on }, at)
    }
  },

  async revert(trx, before, after, at) {
    const shelf = shelfRepository(trx)
    await shelf.update(before.id, before)
    if (before.leftG === after.leftG) return
    const back = { itemId: before.id, kind: 'counted' as const }
    await shelf.move({ ...back, deltaG: before.leftG - after.leftG, on: at.slice(0, 10) }, at)
    await refuseShelfOverdraw(trx, before.id, '')
  },

  async setAside(trx, { id }) {
    const open = await bathRepository(trx).open()
    const bath = open.find(({ agents }) => agents.some(({ shelfId }) => shelfId === id))
    if (bath) throw stillNeeded(`${bath.code} is planned or running with it.`)
  },
}

/** Refuses that more is taken off a jar than it held. */
export async function refuseShelfOverdraw(
  trx: Knex,
  itemId: string,
  pointer: string,
): Promise<void> {
  const item = present(await shelfRepository(trx).find(itemId))
  if (item.leftG >= -0.0005) return
  throw unacceptable(
    pointer,
    `The shelf is ${formatMass(-item.leftG)} short of ${AGENTS[item.agent].label}: weigh in what you bought, take another jar, or take it from elsewhere.`,
  )
}

/** What stands on the shelf, and what planned baths still want. */
export const shelfService = (db: Knex) => ({
  async view(): Promise<ShelfView> {
    const items = await shelfRepository(db).all()
    const planned = (await bathRepository(db).open()).filter(({ startedAt }) => startedAt === null)
    const wants = new Map<string, ShelfView['plans'][number]>()
    for (const { code, agents } of planned) {
      for (const { agent, form, massG, lotId } of agents) {
        if (lotId || massG === 0) continue
        const plan = wants.get(agent) ?? {
          agent,
          form,
          neededG: 0,
          onShelfG: onShelfG(items, agent, form),
          toBuyG: 0,
          baths: [],
        }
        plan.neededG += inForm(agent, massG, form, plan.form)
        if (!plan.baths.includes(code)) plan.baths.push(code)
        wants.set(agent, plan)
      }
    }
    const plans = [...wants.values()].map((plan) => ({
      ...plan,
      toBuyG: Math.max(0, plan.neededG - plan.onShelfG),
    }))
    return { items, plans }
  },
})

const onShelfG = (items: readonly ShelfItem[], agent: string, form: string) =>
  items
    .filter((item) => item.agent === agent)
    .reduce((sum, item) => sum + inForm(agent, item.leftG, item.form, form), 0)
