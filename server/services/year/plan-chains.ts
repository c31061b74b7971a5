import { setImmediate } from 'node:timers/promises'
import { max } from 'd3-array'
import dayjs from 'dayjs'
import type { Knex } from 'knex'
import { DRYING_DAYS } from '../../../catalogue/drying-days'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import { wayFacts } from '../../../catalogue/ways'
import { USEFUL_SHARE } from '../../../core/bath/water-budget'
import { InputError } from '../../../core/input-error'
import type { ChainGroup } from '../../../core/plan/chain-steps'
import { layChain, type ChainHours, type LaidChain } from '../../../core/plan/lay-chain'
import { lookUp, present } from '../../../core/present'
import type { Span } from '../../../core/schedule/day-plan'
import { gatheringCautions, type Caution } from '../../../core/safety/gathering'
import { dayHours } from '../../../shared/rules/pot/day-hours'
import { USUAL_VESSEL_L } from '../../../shared/rules/year/usual-vessel'
import { flamesOf, vesselHoldsOf } from '../../../shared/rules/pot/flames'
import type { Settings } from '../../../shared/schemas/log/settings'
import type { ShelfItem } from '../../../shared/schemas/loft/shelf'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { NewPlan, Plan } from '../../../shared/schemas/year/plan'
import type { Source } from '../../../shared/schemas/walk/source'
import type { DepthRatio, SourceOnWalk, WalkRow, WalkView } from '../../../shared/views/walk/walk'
import type { ChainView } from '../../../shared/views/year/chain'
import { potRepository } from '../../repositories/pots'
import { shelfRepository } from '../../repositories/shelf'
import { readSettings } from '../log/settings'
import { memoized } from './memoized'
import { fitsOf, knownVessels, vesselsFor, type KnownVessel } from './plan-vessels'
import { fibreOf, groupsOf, isHeldWet } from './plan-groups'
import { jarFor, plantOf, potsOf } from './plan-plant'

const MS_PER_MIN = 60_000
const DAY_MS = 86_400_000
/** Kept before a wanted day, where there is so much. */
const SPARE_DAYS = 7
/** Until a season that is past comes round again, and what follows it. */
const HORIZON_DAYS = 800
/** A refused day's neighbours that are tried. */
const MOST_DAYS_ON = 21

interface Facts {
  walk: (on: string) => Promise<WalkView>
  source: (id: string, on: string) => Promise<SourceOnWalk>
  /** By the curve of the plan's own fibre and mordant; empty where there is none. */
  depthRatios: (plan: NewPlan) => Promise<DepthRatio[]>
  jars: (now: number) => Promise<JarView[]>
}

export interface ChainAsk {
  /** ms since 1970, and its local date. */
  now: number
  on: string
  /** The part of the chain that was just moved: where it finds no place, the next day that has one is told. */
  asked?: string
}

/** What all plans have in common: looked up once, however many there are. */
interface SharedFacts extends Pick<ChainHours, 'hands' | 'daylight'> {
  settings: Settings
  rows: ReadonlyMap<string, WalkRow>
  jars: readonly JarView[]
  vessels: readonly KnownVessel[]
  flames: readonly Span[]
  shelf: readonly ShelfItem[]
  ofSource: (id: string) => Promise<SourceOnWalk>
  depthsOf: (plan: NewPlan) => Promise<DepthRatio[]>
}

/** What plans before one take: they have the first claim. */
interface Claimed {
  /** Dry stock of each source, and what stands in each jar, by its tag, g. */
  stockG: Map<string, number>
  jarsG: Map<string, number>
  flames: Span[]
  /** By the vessel's id. */
  holds: { vesselId: string; span: Span }[]
}

const nothingClaimed = (): Claimed => ({
  stockG: new Map(),
  jarsG: new Map(),
  flames: [],
  holds: [],
})

/** What follows from plans: pots, baths, jars, walks, and when. */
export const planChains = (db: Knex, facts: Facts) => {
  async function sharedFacts({ now, on }: ChainAsk): Promise<SharedFacts> {
    const [settings, { rows }, jars, vessels, open, shelf] = await Promise.all([
      readSettings(db),
      facts.walk(on),
      facts.jars(now),
      knownVessels(db),
      potRepository(db).open(),
      shelfRepository(db).all(),
    ])
    const holds = vesselHoldsOf(open)
    return {
      settings,
      ...dayHours(settings, now, { before: 0, after: HORIZON_DAYS }),
      rows: new Map(rows.map((row) => [row.source.id, row])),
      jars,
      vessels: vessels.map((vessel) => ({
        ...vessel,
        busy: holds.filter(({ vesselId }) => vesselId === vessel.id).map(({ span }) => span),
      })),
      flames: flamesOf(open).map(({ span }) => span),
      shelf,
      ofSource: memoized(
        (id: string) => facts.source(id, on),
        (id) => id,
      ),
      depthsOf: memoized(facts.depthRatios, ({ sourceId, fibre, mordant }) =>
        [sourceId, fibre, mordant].join(),
      ),
    }
  }

  async function chainOf(
    plan: Plan,
    { now, on, asked }: ChainAsk,
    shared: SharedFacts,
    claimed: Claimed,
  ): Promise<{ view: ChainView } & Pick<Claimed, 'flames' | 'holds'>> {
    const { settings } = shared
    const vessels = vesselsFor(shared.vessels, claimed.holds)
    const roomL = max(shared.vessels, (vessel) => vessel.roomL) ?? null
    const source = await shared.ofSource(plan.sourceId)
    const depths = await shared.depthsOf(plan)
    const row = lookUp(shared.rows, plan.sourceId)
    const room = roomL ?? USUAL_VESSEL_L * USEFUL_SHARE
    const pots = potsOf(plan, room, source, depths)
    const jar = jarFor(source, shared.jars, claimed.jarsG)
    const claimedG = claimed.stockG.get(plan.sourceId) ?? 0
    const plant = await plantOf(db, plan, { row, source, depths, pots, claimedG, jar })
    const groups = groupsOf(plan, { row, source, pots, plant, jar, roomL: room, on })
    const layWith = (moved: NewPlan['moved']) =>
      lay(groups, {
        hands: shared.hands,
        daylight: shared.daylight,
        now,
        by: plan.wantedBy === null ? null : +dayjs(plan.wantedBy).endOf('day'),
        spareMs: SPARE_DAYS * DAY_MS,
        burners: settings.burners.length,
        busy: [...shared.flames, ...claimed.flames],
        vessels,
        fits: fitsOf(plan, groups, pots, vessels),
        moved: daysOf(moved, on, asked),
      })
    const laid = layWith(plan.moved)
    const mordantG =
      plan.mordant && plan.mordantPercent !== null
        ? (plan.mordantPercent / 100) * fibreOf(plan)
        : null
    const onShelf = shared.shelf.filter(({ agent }) => agent === plan.mordant)
    const view = {
      plan,
      sourceName: source.source.commonName,
      hex: row.gatherings.flatMap(({ hex }) => hex ?? []).at(-1) ?? null,
      cautions: cautionsOf(source.source, groups),
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
      ...stepsOf(groups, laid, plan, shared.vessels),
      nextGood: asked && !laid.chain ? nextGoodDay(asked, plan, layWith) : null,
    }
    return {
      view,
      flames: laid.chain ? litIn(groups, laid.chain) : [],
      holds: (laid.chain?.holds ?? []).map(({ vessel, span }) => ({ vesselId: vessel, span })),
    }
  }

  return {
    /** A plan as it would be, before it is kept. */
    preview: async (plan: NewPlan, ask: ChainAsk): Promise<ChainView> =>
      (await chainOf(unkept(plan), ask, await sharedFacts(ask), nothingClaimed())).view,

    /** Open plans, the first made first: it has the first claim on the stock and on the burners. */
    async all(plans: readonly Plan[], ask: ChainAsk): Promise<ChainView[]> {
      const shared = await sharedFacts(ask)
      const claimed = nothingClaimed()
      const chains: ChainView[] = []
      for (const plan of [...plans].sort((a, b) => (a.createdAt < b.createdAt ? -1 : 1))) {
        const { view, flames, holds } = await chainOf(plan, ask, shared, claimed)
        const { plant, jar } = view
        claim(claimed.stockG, plan.sourceId, plant.stockDryG)
        if (jar) claim(claimed.jarsG, jar.code, Math.min(jar.dryG, plant.wantedDryG))
        claimed.flames.push(...flames)
        claimed.holds.push(...holds)
        chains.push(view)
        // laying never waits: others get their turn only if it is given
        await setImmediate()
      }
      return chains
    },
  }
}

const claim = (of: Map<string, number>, key: string, massG: number) =>
  of.set(key, (of.get(key) ?? 0) + massG)

/** What may harm somebody on the way; what is only worth minding stands where it is done. */
function cautionsOf(source: Source, groups: readonly ChainGroup[]): Caution[] {
  const grave = gatheringCautions({ ...source, sureness: 'sure', hazards: [] }).filter(
    ({ level }) => level !== 'mind',
  )
  const isFermented = source.ways[0] === 'ammoniaFerment'
  const stands = groups.some(({ kind }) => kind === 'ferment')
  const words = stands ? JAR_WAYS.ammoniaFerment.caution : wayFacts('ammoniaFerment').caution
  return isFermented ? [...grave, { key: 'ammonia', level: 'grave', words }] : grave
}

/** When a chain's own flames burn. */
const litIn = (groups: readonly ChainGroup[], { start }: LaidChain): Span[] =>
  groups.flatMap(({ steps }) =>
    steps.flatMap(({ id, burner, minutes }): Span[] => {
      const from = start[id]
      return burner && from !== undefined ? [[from, from + minutes * MS_PER_MIN]] : []
    }),
  )

/** A day that has passed holds nothing back; but nobody moves a step onto one. */
const daysOf = (moved: NewPlan['moved'], on: string, asked?: string) =>
  Object.fromEntries(
    Object.entries(moved).flatMap(([id, date]): [string, Span][] => {
      if (date < on && id !== asked) return []
      const day = dayjs(date).startOf('day')
      return [[id, [+day, +day.add(1, 'day')]]]
    }),
  )

const unkept = (plan: NewPlan): Plan => ({
  ...plan,
  doneOn: null,
  rev: 0,
  createdAt: '',
  updatedAt: '',
  setAsideAt: null,
})

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
      .sort((a, b) => a.from - b.from),
    begins,
    ends,
    spareMs,
    soonest,
    failure,
  }
}
