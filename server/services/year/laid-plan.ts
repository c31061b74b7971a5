import dayjs from 'dayjs'
import { InputError } from '../../../core/input-error'
import type { ChainGroup } from '../../../core/plan/chain-steps'
import { layChain, type LaidChain } from '../../../core/plan/lay-chain'
import { present } from '../../../core/present'
import type { NewPlan, Plan } from '../../../shared/schemas/year/plan'
import type { ChainView } from '../../../shared/views/year/chain'
import type { KnownVessel } from './plan-vessels'

/** A refused day's neighbours that are tried. */
const MOST_DAYS_ON = 21

/** The first day after a refused one on which a part of the chain finds its place; null: none soon. */
export function nextGoodDay(
  asked: string,
  { moved }: Plan,
  layWith: (moved: NewPlan['moved']) => Laid,
): string | null {
  const refused = moved[asked]
  if (!refused) return null
  for (let days = 1; days <= MOST_DAYS_ON; days++) {
    const date = dayjs(refused).add(days, 'day').format('YYYY-MM-DD')
    if (layWith({ ...moved, [asked]: date }).chain) return date
  }
  return null
}

type Laid = { chain: LaidChain; failure: '' } | { chain: null; failure: string }

/** A chain laid into days, or why it finds none. */
export function lay(groups: readonly ChainGroup[], hours: Parameters<typeof layChain>[1]): Laid {
  try {
    return { chain: layChain(groups, hours), failure: '' }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { chain: null, failure: error.message }
  }
}

/** A chain as it is shown: its parts in the order of their days. */
export function stepsOf(
  groups: readonly ChainGroup[],
  { chain, failure }: Laid,
  { moved }: NewPlan,
  vessels: readonly KnownVessel[],
): Pick<ChainView, 'steps' | 'begins' | 'ends' | 'spareMs' | 'soonest' | 'failure'> {
  if (!chain) return { steps: [], begins: 0, ends: 0, spareMs: null, soonest: null, failure }
  const laid = new Map(chain.groups.map((group) => [group.id, group]))
  const groupOf = new Map(
    groups.flatMap((group) => group.steps.map((step) => [step.id, group.id] as const)),
  )
  const { begins, ends, spareMs, soonest } = chain
  // where there is but one, nobody asks which
  const nameOf = new Map(vessels.length > 1 ? vessels.map(({ id, name }) => [id, name]) : [])
  const vesselOf = new Map(chain.holds.map(({ group, vessel }) => [group, nameOf.get(vessel)]))
  return {
    steps: groups
      .map(({ id, kind, index, steps }) => {
        const { from, to, latestStart } = present(laid.get(id))
        const waits = new Set(
          steps.flatMap(({ after }) => after.map((each) => groupOf.get(each.id))),
        )
        const after = [...waits].flatMap((other) => (other && other !== id ? [other] : []))
        const vessel = vesselOf.get(id) ?? null
        return { id, kind, index, after, from, to, latestStart, vessel, isMoved: id in moved }
      })
      // what waits for another ends after it, though its pieces may soak before
      .sort((a, b) => a.to - b.to || a.from - b.from),
    begins,
    ends,
    spareMs,
    soonest,
    failure,
  }
}
