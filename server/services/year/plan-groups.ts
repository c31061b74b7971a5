import { DRYING_DAYS } from '../../../catalogue/drying-days'
import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import { wayFacts } from '../../../catalogue/ways'
import { chainGroups, type ChainGroup } from '../../../core/plan/chain-steps'
import { mordantSteps } from '../../../core/plan/mordant-steps'
import { piecesPerPot } from '../../../core/plan/plant-for-plan'
import type { NewPlan } from '../../../shared/schemas/year/plan'
import type { SourceOnWalk, WalkRow } from '../../../shared/views/walk/walk'
import type { ChainJar, ChainPlant, ChainPot } from '../../../shared/views/year/chain'
import { seasonSpans } from './season-spans'

/** Of picking where nobody timed it, min. */
const USUAL_PICKING_MIN = 120
/** Mordanted pieces wait wet for a day or two; more pots than these are not done by then. */
const MOST_WET_POTS = 2
const HELD_WET_DAYS = 3

export const fibreOf = ({ parts }: Pick<NewPlan, 'parts'>) =>
  parts.reduce((sum, { fibreG }) => sum + fibreG, 0)

/** Baths that all pieces take, those of an average weight. */
function mordantBathsOf(plan: NewPlan, roomL: number): number {
  const pieces = plan.parts.reduce((sum, part) => sum + part.pieces, 0)
  const litresPerKg = FORM_FREEDOM[plan.form].evenLPerKg
  return piecesPerPot(pieces, fibreOf(plan) / pieces, roomL, litresPerKg).length
}

/** Whether mordanted pieces may wait wet for their pots; else they are dried. */
export const isHeldWet = (pots: readonly ChainPot[]) => pots.length <= MOST_WET_POTS

/** The steps that a plan is made of, by what its plant, fibre and vessels want. */
export function groupsOf(
  plan: NewPlan,
  {
    row,
    source,
    pots,
    plant,
    jar,
    roomL,
    on,
  }: {
    row: WalkRow
    source: SourceOnWalk
    pots: readonly ChainPot[]
    plant: ChainPlant
    jar: ChainJar | null
    roomL: number
    on: string
  },
): ChainGroup[] {
  const { part, usualRatioState, ways } = source.source
  const way = ways[0] ?? 'simmer'
  const own = pots.filter(({ liquorOf }) => liquorOf === null).length
  const isGathered = jar === null && (plant.gatherG !== null || !plant.isRatioKnown)
  // fresh stuff does not wait for a second pot
  const isDried = usualRatioState === 'dried' || own > 1
  const massG = plant.gatherG?.mid ?? 0
  const picking = source.rate ? (60 * massG) / source.rate.gramsPerHour : USUAL_PICKING_MIN
  return chainGroups({
    gather: isGathered
      ? {
          minutes: Math.min(300, Math.max(30, Math.round(picking))),
          within: seasonSpans(row.window, on),
        }
      : null,
    dryingDays: isGathered && isDried ? DRYING_DAYS[part][1] : null,
    jar:
      jar ??
      (way === 'ammoniaFerment' ? { standDays: JAR_WAYS.ammoniaFerment.usual.fromDays } : null),
    isWashed: !plan.isWashed,
    mordant: plan.mordant
      ? mordantSteps({
          agents: [plan.mordant],
          heat: 'hot',
          finish: isHeldWet(pots) ? 'heldWet' : 'dried',
        })
      : [],
    mordantBaths: mordantBathsOf(plan, roomL),
    heldWetDays: isHeldWet(pots) ? HELD_WET_DAYS : null,
    pots: pots.map(({ liquorOf }) => ({ steps: wayFacts(way).steps, liquorOf })),
  })
}
