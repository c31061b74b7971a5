import dayjs from 'dayjs'
import type { Knex } from 'knex'
import { DRYING_DAYS } from '../../../catalogue/drying-days'
import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import { wayFacts } from '../../../catalogue/ways'
import { USEFUL_SHARE } from '../../../core/bath/water-budget'
import { InputError } from '../../../core/input-error'
import { chainGroups, type ChainGroup } from '../../../core/plan/chain-steps'
import { layChain, type LaidChain } from '../../../core/plan/lay-chain'
import { mordantSteps } from '../../../core/plan/mordant-steps'
import { potsFor } from '../../../core/plan/plant-for-plan'
import { present } from '../../../core/present'
import type { Span } from '../../../core/schedule/day-plan'
import { dayHours } from '../../../shared/rules/pot/day-hours'
import { flamesOf } from '../../../shared/rules/pot/flames'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { NewPlan, Plan } from '../../../shared/schemas/year/plan'
import type { DepthRatio, SourceOnWalk, WalkRow, WalkView } from '../../../shared/views/walk/walk'
import type { ChainPlant, ChainPotView, ChainView } from '../../../shared/views/year/chain'
import { potRepository } from '../../repositories/pots'
import { shelfRepository } from '../../repositories/shelf'
import { vesselKind } from '../log/small-kinds'
import { readSettings } from '../log/settings'
import { jarFor, plantOf, potsOf } from './plan-plant'
import { seasonSpans } from './season-spans'

const DAY_MS = 86_400_000
/** Kept before a wanted day, where there is so much. */
const SPARE_DAYS = 7
/** Until a season that is past comes round again, and what follows it. */
const HORIZON_DAYS = 800
/** Where no vessel is listed, L; common practice for a kitchen, no source. */
const USUAL_VESSEL_L = 10
/** Of picking where nobody timed it, min. */
const USUAL_PICKING_MIN = 120
/** Mordanted pieces wait wet for a day or two; more pots than these are not done by then. */
const MOST_WET_POTS = 2
const HELD_WET_DAYS = 3
/** A refused day's neighbours that are tried. */
const MOST_DAYS_ON = 21

interface Facts {
  walk: (on: string) => Promise<WalkView>
  source: (id: string, on: string) => Promise<SourceOnWalk>
  depthRatios: (sourceId: string) => Promise<DepthRatio[]>
  jars: (now: number) => Promise<JarView[]>
}

export interface ChainAsk {
  /** ms since 1970, and its local date. */
  now: number
  on: string
  /** The part of the chain that was just moved: where it finds no place, the next day that has one is told. */
  asked?: string
}

/** What follows from plans: pots, baths, jars, walks, and when. */
export const planChains = (db: Knex, facts: Facts) => {
  /**
   * @param takenG of its source's dry stock by plans before it, g
   */
  async function chainOf(plan: Plan, { now, on, asked }: ChainAsk, takenG = 0): Promise<ChainView> {
    const [settings, { rows }, source, depths, jars, roomL, open] = await Promise.all([
      readSettings(db),
      facts.walk(on),
      facts.source(plan.sourceId, on),
      facts.depthRatios(plan.sourceId),
      facts.jars(now),
      largestRoom(db),
      potRepository(db).open(),
    ])
    const row = present(rows.find((each) => each.source.id === plan.sourceId))
    const room = roomL ?? USUAL_VESSEL_L * USEFUL_SHARE
    const pots = potsOf(plan, room, source, depths)
    const jar = await jarFor(db, source, jars)
    const plant = await plantOf(db, plan, { row, source, depths, pots, takenG, jar })
    const groups = groupsOf(plan, { row, source, pots, plant, jar, roomL: room, on })
    const layWith = (moved: NewPlan['moved']) =>
      lay(groups, {
        ...dayHours(settings, now, { before: 0, after: HORIZON_DAYS }),
        now,
        by: plan.wantedBy === null ? null : +dayjs(plan.wantedBy).endOf('day'),
        spareMs: SPARE_DAYS * DAY_MS,
        burners: settings.burners.length,
        busy: flamesOf(open).map(({ span }) => span),
        moved: daysOf(moved),
      })
    const laid = layWith(plan.moved)
    const mordantG =
      plan.mordant && plan.mordantPercent !== null
        ? (plan.mordantPercent / 100) * fibreOf(plan)
        : null
    const onShelf = (await shelfRepository(db).all()).filter(({ agent }) => agent === plan.mordant)
    return {
      plan,
      sourceName: source.source.commonName,
      hex: row.gatherings.flatMap(({ hex }) => hex ?? []).slice(-1),
      plant,
      pots,
      roomL,
      mordantG,
      mordantOnShelfG: onShelf.reduce((sum, { leftG }) => sum + leftG, 0),
      jar,
      isHeldWet: isHeldWet(pots),
      dryingDays: groups.some(({ kind }) => kind === 'dry')
        ? DRYING_DAYS[source.source.part]
        : null,
      ...stepsOf(groups, laid, plan),
      nextGood: asked && !laid.chain ? nextGoodDay(asked, plan, layWith) : null,
    }
  }

  return {
    /** A plan as it would be, before it is kept. */
    preview: (plan: NewPlan, ask: ChainAsk): Promise<ChainView> => chainOf(unkept(plan), ask),

    /** Open plans, the first made first: it has the first claim on the stock. */
    async all(plans: readonly Plan[], ask: ChainAsk): Promise<ChainView[]> {
      const taken = new Map<string, number>()
      const chains: ChainView[] = []
      for (const plan of [...plans].sort((a, b) => (a.createdAt < b.createdAt ? -1 : 1))) {
        const before = taken.get(plan.sourceId) ?? 0
        const chain = await chainOf(plan, ask, before)
        taken.set(plan.sourceId, before + chain.plant.stockDryG)
        chains.push(chain)
      }
      return chains
    },
  }
}

const daysOf = (moved: NewPlan['moved']) =>
  Object.fromEntries(
    Object.entries(moved).map(([id, date]): [string, Span] => {
      const day = dayjs(date).startOf('day')
      return [id, [+day, +day.add(1, 'day')]]
    }),
  )

const fibreOf = ({ parts }: Pick<NewPlan, 'parts'>) =>
  parts.reduce((sum, { fibreG }) => sum + fibreG, 0)

const unkept = (plan: NewPlan): Plan => ({
  ...plan,
  doneOn: null,
  rev: 0,
  createdAt: '',
  updatedAt: '',
  setAsideAt: null,
})

/** What the largest vessel may be filled to, L. */
async function largestRoom(db: Knex): Promise<number | null> {
  const { items } = await vesselKind.page(db, { aside: false, limit: 200 })
  const most = Math.max(0, ...items.map(({ fullL }) => fullL))
  return most > 0 ? most * USEFUL_SHARE : null
}

/** The first day after a refused one on which a part of the chain finds its place; null: none soon. */
function nextGoodDay(
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

const isHeldWet = (pots: readonly ChainPotView[]) => pots.length <= MOST_WET_POTS

function groupsOf(
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
    pots: readonly ChainPotView[]
    plant: ChainPlant
    jar: ChainView['jar']
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
    mordantGoes: potsFor(fibreOf(plan), roomL, FORM_FREEDOM[plan.form].evenLPerKg).length,
    heldWetDays: isHeldWet(pots) ? HELD_WET_DAYS : null,
    pots: pots.map(({ liquorOf }) => ({ steps: wayFacts(way).steps, liquorOf })),
  })
}

type Laid = { chain: LaidChain; failure: '' } | { chain: null; failure: string }

function lay(groups: readonly ChainGroup[], hours: Parameters<typeof layChain>[1]): Laid {
  try {
    return { chain: layChain(groups, hours), failure: '' }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { chain: null, failure: error.message }
  }
}

function stepsOf(
  groups: readonly ChainGroup[],
  { chain, failure }: Laid,
  { moved }: NewPlan,
): Pick<ChainView, 'steps' | 'begins' | 'ends' | 'spareMs' | 'soonest' | 'failure'> {
  if (!chain) return { steps: [], begins: 0, ends: 0, spareMs: null, soonest: null, failure }
  const laid = new Map(chain.groups.map((group) => [group.id, group]))
  const { begins, ends, spareMs, soonest } = chain
  return {
    steps: groups
      .map(({ id, kind, index }) => {
        const { from, to, latestStart } = present(laid.get(id))
        return { id, kind, index, from, to, latestStart, isMoved: id in moved }
      })
      .sort((a, b) => a.from - b.from),
    begins,
    ends,
    spareMs,
    soonest,
    failure,
  }
}
