import type { Knex } from 'knex'
import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { USEFUL_SHARE } from '../../../core/bath/water-budget'
import type { ChainGroup } from '../../../core/plan/chain-steps'
import { liquorFor } from '../../../core/plan/plant-for-plan'
import { isInert } from '../../../core/safety/vessel-guards'
import type { DayVessel, Span } from '../../../core/schedule/day-plan'
import { USUAL_VESSEL_L } from '../../../shared/rules/year/usual-vessel'
import type { NewPlan } from '../../../shared/schemas/year/plan'
import type { ChainPot } from '../../../shared/views/year/chain'
import { vesselKind } from '../log/small-kinds'
import { fibreOf, mordantBathsOf } from './plan-groups'

/** A vessel of the kit, and when pots hold it already. */
export interface KnownVessel {
  id: string
  name: string
  /** What it may be filled to, L. */
  roomL: number
  busy: readonly Span[]
}

const MOST_VESSELS = 200
/** Room that nobody measures, L. */
const CRUMB_L = 1e-6

/**
 * Vessels of the kit that a plan may lay pots into, smallest first: those kept for dyeing that are
 * heated and take no part in the colour. Where there is none such, all of them.
 */
export async function knownVessels(db: Knex): Promise<Omit<KnownVessel, 'busy'>[]> {
  const { items } = await vesselKind.page(db, { aside: false, limit: MOST_VESSELS })
  const sound = items.filter(({ material, isDyeOnly }) => isDyeOnly && isInert(material))
  return (sound.length > 0 ? sound : items)
    .map(({ id, name, fullL }) => ({ id, name, roomL: fullL * USEFUL_SHARE }))
    .sort((a, b) => a.roomL - b.roomL)
}

/** Vessels as a plan finds them, with what plans before it hold; where none is listed, a usual one. */
export function vesselsFor(
  known: readonly KnownVessel[],
  claimed: readonly { vesselId: string; span: Span }[],
): (DayVessel & { roomL: number })[] {
  const all =
    known.length > 0
      ? known
      : [{ id: 'usual', roomL: USUAL_VESSEL_L * USEFUL_SHARE, busy: [] as Span[] }]
  return all.map(({ id, roomL, busy }) => ({
    id,
    roomL,
    busy: [...busy, ...claimed.filter(({ vesselId }) => vesselId === id).map(({ span }) => span)],
  }))
}

/** In which vessels each pot and bath of a plan has room; what fits in none is put in the largest all the same. */
export function fitsOf(
  plan: NewPlan,
  groups: readonly ChainGroup[],
  pots: readonly ChainPot[],
  vessels: readonly { id: string; roomL: number }[],
): Record<string, string[]> {
  const litresPerKg = FORM_FREEDOM[plan.form].evenLPerKg
  const largest = vessels.at(-1)
  const baths = largest ? mordantBathsOf(plan, largest.roomL) : 1
  const fibreIn = ({ kind, index }: ChainGroup): number => {
    if (kind === 'pot') return pots[index]?.fibreG ?? 0
    // fibre is washed in as many goes as it takes
    return kind === 'mordant' ? fibreOf(plan) / baths : 0
  }
  return Object.fromEntries(
    groups
      .filter(({ steps }) => steps.some(({ pot }) => pot !== undefined))
      .map((group) => {
        const wantsL = liquorFor(fibreIn(group), litresPerKg)
        const fits = vessels.filter(({ roomL }) => roomL + CRUMB_L >= wantsL)
        return [group.id, (fits.length > 0 ? fits : largest ? [largest] : []).map(({ id }) => id)]
      }),
  )
}
