import { group, max, rollup, sort, sum } from 'd3-array'
import { inOrder } from '../pot/way-steps'
import { lookUp, present } from '../present'
import type { DayStep } from './day-question'
import { MS_PER_MIN } from './free-hours'
import type { Block } from './place-blocks'

/**
 * Steps as they are placed: those of one pot together, all others alone, each behind what it waits for.
 *
 * @param fits vessels that will do for each pot, those first that are taken rather where all else is alike; null: vessels are not asked for
 * @throws InputError for steps that wait for each other in a circle
 */
export function blocksOf(
  steps: readonly DayStep[],
  fits: Readonly<Record<string, readonly string[]>> | null | undefined,
): Block[] {
  const ordered = inOrder(steps)
  const demand = demandOf(fits ?? {})
  const keyOf = ({ id, pot }: DayStep) => (fits && pot !== undefined ? `pot ${pot}` : `step ${id}`)
  const blocks = [...group(ordered, keyOf)].map(([key, of]): Block => {
    const pot = key.startsWith('pot ') ? of[0]!.pot : undefined
    return {
      id: pot ?? of[0]!.id,
      steps: of,
      vessels: sort((pot !== undefined && fits?.[pot]) || [], (vessel) => demand.get(vessel) ?? 0),
      followers: followersOf(of),
      leads: leadsOf(of),
      leastHoldMs: leastHoldMs(of),
    }
  })
  return turnsOf(blocks)(() => 0)
}

/** How much each vessel is wanted: what fits only there counts whole. What is wanted least is taken first. */
const demandOf = (fits: Readonly<Record<string, readonly string[]>>): Map<string, number> =>
  rollup(
    Object.values(fits).flatMap((of) => of.map((vessel) => ({ vessel, weight: 1 / of.length }))),
    (wants) => sum(wants, ({ weight }) => weight),
    ({ vessel }) => vessel,
  )

function followersOf(steps: readonly DayStep[]): Block['followers'] {
  const waits = steps.flatMap(({ id, after }) =>
    after.map((each) => ({ of: each.id, id, minLagMin: each.minLagMin ?? 0 })),
  )
  return group(waits, ({ of }) => of)
}

function leadsOf(steps: readonly DayStep[]): Block['leads'] {
  const leads = new Map<string, Map<string, number>>()
  const minutesOf = new Map(steps.map(({ id, minutes }) => [id, minutes]))
  for (const { id, after } of steps) {
    const own = new Map([[id, 0]])
    for (const { id: before, minLagMin = 0 } of after) {
      const lasts = (minutesOf.get(before) ?? 0) + minLagMin
      for (const [step, minutes] of leads.get(before) ?? []) {
        own.set(step, Math.max(minutes + lasts, own.get(step) ?? 0))
      }
    }
    leads.set(id, own)
  }
  return leads
}

/** The longest way through the steps in the vessel, each begun as soon as it may. */
function leastHoldMs(steps: readonly DayStep[]): number {
  const overAt = new Map<string, number>()
  for (const { id, minutes, after, isOutside } of steps) {
    if (isOutside) continue
    const waits = after.map((each) => (overAt.get(each.id) ?? 0) + (each.minLagMin ?? 0))
    overAt.set(id, Math.max(0, ...waits) + minutes)
  }
  return (max(overAt.values()) ?? 0) * MS_PER_MIN
}

/** Puts blocks each behind those it waits for, and among the free ones that of the least rank first. */
export function turnsOf(blocks: readonly Block[]): (rankOf: (block: Block) => number) => Block[] {
  const home = new Map(blocks.flatMap((block) => block.steps.map(({ id }) => [id, block] as const)))
  const waits = new Map(
    blocks.map((block) => {
      const others = block.steps.flatMap(({ after }) => after.map(({ id }) => lookUp(home, id)))
      return [block, [...new Set(others)].filter((other) => other !== block)] as const
    }),
  )
  return (rankOf) => {
    const left = new Set(sort(blocks, rankOf))
    const order: Block[] = []
    while (left.size > 0) {
      let next: Block | undefined
      for (const block of left) {
        // pots that wait for each other step by step: the order given is kept
        next ??= block
        if (lookUp(waits, block).some((each) => left.has(each))) continue
        next = block
        break
      }
      left.delete(present(next))
      order.push(present(next))
    }
    return order
  }
}
