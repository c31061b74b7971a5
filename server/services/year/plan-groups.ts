import dayjs from 'dayjs'
import { DRYING_DAYS } from '../../../catalogue/drying-days'
import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import { wayFacts } from '../../../catalogue/ways'
import {
  CHAIN_KINDS,
  chainGroups,
  type ChainGroup,
  type PlantQuestion,
} from '../../../core/plan/chain-steps'
import { mordantSteps } from '../../../core/plan/mordant-steps'
import { piecesPerPot } from '../../../core/plan/plant-for-plan'
import type { NewPlan } from '../../../shared/schemas/year/plan'
import type { SourceOnWalk, WalkRow } from '../../../shared/views/walk/walk'
import { present } from '../../../core/present'
import type { ChainPlant, ChainPot, DoneStep } from '../../../shared/views/year/chain'
import { seasonSpans } from './season-spans'

/** Of picking where nobody timed it, min. */
const USUAL_PICKING_MIN = 120
/** Mordanted pieces wait wet for a day or two; more pots than these are not done by then. */
const MOST_WET_POTS = 2
const HELD_WET_DAYS = 3

export const fibreOf = ({ parts }: Pick<NewPlan, 'parts'>) =>
  parts.reduce((sum, { fibreG }) => sum + fibreG, 0)

/** Baths that all pieces take, those of an average weight. */
export function mordantBathsOf(plan: NewPlan, roomL: number): number {
  const pieces = plan.parts.reduce((sum, part) => sum + part.pieces, 0)
  const litresPerKg = FORM_FREEDOM[plan.form].evenLPerKg
  return piecesPerPot(pieces, fibreOf(plan) / pieces, roomL, litresPerKg).length
}

/** Whether mordanted pieces may wait wet for their pots; else they are dried. */
export const isHeldWet = (pots: readonly ChainPot[]) => pots.length <= MOST_WET_POTS

/** A plant of a plan, with what is known of its source. */
export interface KnownPlant {
  row: WalkRow
  source: SourceOnWalk
  plant: ChainPlant
}

/** How a source is dyed with, where a plan says nothing of it. */
export const wayOf = ({ source }: SourceOnWalk) => source.ways[0] ?? 'simmer'

/** Whether what is gathered is dried: as it is weighed, and where a second pot waits. */
const isDried = ({ source }: SourceOnWalk, pots: number) =>
  source.usualRatioState === 'dried' || pots > 1

/** Days a plant dries, least and most; null: it is not gathered, or used as it is. */
export function dryingOf(
  plant: Pick<ChainPlant, 'jar' | 'gatherG' | 'isRatioKnown'>,
  source: SourceOnWalk,
  pots: number,
): ChainPlant['dryingDays'] {
  return isGathered(plant) && isDried(source, pots) ? DRYING_DAYS[source.source.part] : null
}

const isGathered = ({
  jar,
  gatherG,
  isRatioKnown,
}: Pick<ChainPlant, 'jar' | 'gatherG' | 'isRatioKnown'>) =>
  jar === null && (gatherG !== null || !isRatioKnown)

function plantQuestion({ row, source, plant }: KnownPlant, on: string): PlantQuestion {
  const { jar, gatherG, dryingDays } = plant
  const massG = gatherG?.mid ?? 0
  const picking = source.rate ? (60 * massG) / source.rate.gramsPerHour : USUAL_PICKING_MIN
  const stands = wayOf(source) === 'ammoniaFerment'
  return {
    gather: isGathered(plant)
      ? {
          minutes: Math.min(300, Math.max(30, Math.round(picking))),
          within: seasonSpans(row.window, on),
        }
      : null,
    dryingDays: dryingDays ? dryingDays[1] : null,
    jar: jar ?? (stands ? { standDays: JAR_WAYS.ammoniaFerment.usual.fromDays } : null),
  }
}

/** The steps that a plan is made of, by what its plants, fibre and vessels want; what is done is left out. */
export function groupsOf(
  plan: NewPlan,
  {
    plants,
    pots,
    roomL,
    on,
    now,
  }: {
    plants: readonly KnownPlant[]
    pots: readonly ChainPot[]
    roomL: number
    on: string
    now: number
  },
): ChainGroup[] {
  return chainGroups({
    plants: plants.map((each) => plantQuestion(each, on)),
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
    pots: pots.map(({ liquorOf, plant }) => ({
      steps: wayFacts(wayOf(present(plants[plant]).source)).steps,
      liquorOf,
      plant,
    })),
    // ticked off on a day: over by its evening
    done: new Map(Object.entries(plan.done).map(([id, date]) => [id, +dayjs(date).endOf('day')])),
    now,
  })
}

/** What was done of a plan, in the order of its days. */
export const doneOf = ({ done }: NewPlan): DoneStep[] =>
  Object.entries(done)
    .flatMap(([id, on]): DoneStep[] => {
      const [, kind, number] = /^([a-z]+)(\d*)$/.exec(id) ?? []
      const known = CHAIN_KINDS.find((each) => each === kind)
      return known ? [{ id, kind: known, index: Math.max(0, Number(number || 1) - 1), on }] : []
    })
    .sort((a, b) => (a.on < b.on ? -1 : 1))
