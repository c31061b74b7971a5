import { max } from 'd3-array'
import dayjs from 'dayjs'
import type { Knex } from 'knex'
import { LRUCache } from 'lru-cache'
import { JAR_WAYS } from '../../../catalogue/jar-ways'
import { wayFacts } from '../../../catalogue/ways'
import { USEFUL_SHARE } from '../../../core/bath/water-budget'
import type { ChainGroup } from '../../../core/plan/chain-steps'
import type { ChainHours, LaidChain } from '../../../core/plan/lay-chain'
import { lookUp } from '../../../core/present'
import type { Span } from '../../../core/schedule/day-plan'
import { gatheringCautions, type Caution } from '../../../core/safety/gathering'
import { dayHours, type DayHours } from '../../../shared/rules/pot/day-hours'
import { USUAL_VESSEL_L } from '../../../shared/rules/year/usual-vessel'
import { flamesOf, vesselHoldsOf } from '../../../shared/rules/pot/flames'
import type { Settings } from '../../../shared/schemas/log/settings'
import type { ShelfItem } from '../../../shared/schemas/loft/shelf'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { NewPlan, Plan } from '../../../shared/schemas/year/plan'
import type { DepthRatio, SourceOnWalk, WalkRow, WalkView } from '../../../shared/views/walk/walk'
import type { ChainPot, ChainView } from '../../../shared/views/year/chain'
import { giveWay } from '../../database/give-way'
import { potRepository } from '../../repositories/pots'
import { shelfRepository } from '../../repositories/shelf'
import { readSettings } from '../log/settings'
import { lay, nextGoodDay, stepsOf } from './laid-plan'
import { memoized } from './memoized'
import { fitsOf, knownVessels, vesselsFor, type KnownVessel } from './plan-vessels'
import {
  doneOf,
  fibreOf,
  groupsOf,
  isHeldWet,
  mordantBathsOf,
  wayOf,
  type KnownPlant,
} from './plan-groups'
import { jarFor, plantOf, potsOf, sourceIdsOf, type KnownSource } from './plan-plant'

const MS_PER_MIN = 60_000
const DAY_MS = 86_400_000
/** Kept before a wanted day, where there is so much. */
const SPARE_DAYS = 7
/** Until a season that is past comes round again, and what follows it. */
const HORIZON_DAYS = 800

/** Orders of pots that are tried for one plan, and for all together: hundreds of plans are laid once each. */
const MOST_TRIES = 6
const TRIES_OF_ALL = 120

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
  /** A year of sunrises takes a tenth of a second, and is the same all day. */
  const keptHours = new LRUCache<string, DayHours>({ max: 4 })
  function hoursAhead(settings: Settings, now: number): DayHours {
    const { handsFrom, handsTo, latitude, daysAway } = settings
    const key = JSON.stringify([+dayjs(now).startOf('day'), handsFrom, handsTo, latitude, daysAway])
    const known = keptHours.get(key)
    const hours = known ?? dayHours(settings, now, { before: 0, after: HORIZON_DAYS })
    if (!known) keptHours.set(key, hours)
    return hours
  }

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
      ...hoursAhead(settings, now),
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
    tries: number,
  ): Promise<{ view: ChainView } & Pick<Claimed, 'flames' | 'holds'>> {
    const { settings } = shared
    const vessels = vesselsFor(shared.vessels, claimed.holds)
    const roomL = max(shared.vessels, (vessel) => vessel.roomL) ?? null
    const room = roomL ?? USUAL_VESSEL_L * USEFUL_SHARE
    const ids = sourceIdsOf(plan)
    const known = await Promise.all(
      ids.map(async (id) => ({
        source: await shared.ofSource(id),
        depths: await shared.depthsOf({ ...plan, sourceId: id }),
      })),
    )
    const pots = potsOf(plan, room, known)
    const plants: KnownPlant[] = []
    for (const [index, each] of known.entries()) {
      plants.push(await knownPlant(plan, each, pots, index, shared, claimed))
    }
    const groups = groupsOf(plan, { plants, pots, roomL: room, on, now })
    const layWith = (moved: NewPlan['moved']) =>
      lay(groups, {
        hands: shared.hands,
        daylight: shared.daylight,
        now,
        by: plan.wantedBy === null ? null : +dayjs(plan.wantedBy).endOf('day'),
        spareMs: SPARE_DAYS * DAY_MS,
        tries,
        burners: settings.burners.length,
        busy: [...shared.flames, ...claimed.flames],
        vessels,
        fits: fitsOf(plan, groups, pots, vessels),
        moved: daysOf(moved, on, asked),
      })
    const laid = layWith(plan.moved)
    const onShelf = shared.shelf.filter(({ agent }) => agent === plan.mordant)
    const view = {
      plan,
      sourceName: known.map(({ source }) => source.source.commonName).join(' and '),
      hex: plants[0]?.row.gatherings.flatMap(({ hex }) => hex ?? []).at(-1) ?? null,
      cautions: cautionsOf(plants, groups),
      plants: plants.map(({ plant }) => plant),
      pots,
      roomL,
      mordantG: mordantFor(plan, groups, room),
      mordantOnShelfG: onShelf.reduce((sum, { leftG }) => sum + leftG, 0),
      isHeldWet: isHeldWet(pots),
      ...stepsOf(groups, laid, plan, shared.vessels),
      done: doneOf(plan),
      nextGood: asked && !laid.chain ? nextGoodDay(asked, plan, layWith) : null,
    }
    return {
      view,
      flames: laid.chain ? litIn(groups, laid.chain) : [],
      holds: (laid.chain?.holds ?? []).map(({ vessel, span }) => ({ vesselId: vessel, span })),
    }
  }

  /** How one of its plants comes to a plan; pots that are dyed already take nothing more. */
  async function knownPlant(
    { done }: Plan,
    { source, depths }: KnownSource,
    pots: readonly ChainPot[],
    index: number,
    shared: SharedFacts,
    claimed: Claimed,
  ): Promise<KnownPlant> {
    const { id } = source.source
    const row = lookUp(shared.rows, id)
    const plant = await plantOf(db, {
      row,
      source,
      depths,
      pots: pots.filter(
        (pot, i) => pot.plant === index && pot.liquorOf === null && !(`pot${i + 1}` in done),
      ),
      claimedG: claimed.stockG.get(id) ?? 0,
      jar: jarFor(source, shared.jars, claimed.jarsG),
    })
    return { row, source, plant }
  }

  return {
    /** A plan as it would be, before it is kept. */
    preview: async (plan: NewPlan, ask: ChainAsk): Promise<ChainView> =>
      (await chainOf(unkept(plan), ask, await sharedFacts(ask), nothingClaimed(), MOST_TRIES)).view,

    /** Open plans, the first made first: it has the first claim on the stock and on the burners. */
    async all(plans: readonly Plan[], ask: ChainAsk): Promise<ChainView[]> {
      const shared = await sharedFacts(ask)
      const claimed = nothingClaimed()
      const tries = Math.max(1, Math.min(MOST_TRIES, Math.floor(TRIES_OF_ALL / plans.length)))
      const chains: ChainView[] = []
      for (const plan of [...plans].sort((a, b) => (a.createdAt < b.createdAt ? -1 : 1))) {
        const { view, flames, holds } = await chainOf(plan, ask, shared, claimed, tries)
        for (const { sourceId, stockDryG, wantedDryG, jar } of view.plants) {
          claim(claimed.stockG, sourceId, stockDryG)
          if (jar) claim(claimed.jarsG, jar.code, Math.min(jar.dryG, wantedDryG))
        }
        claimed.flames.push(...flames)
        claimed.holds.push(...holds)
        chains.push(view)
        // laying never waits: others get their turn only if it is given
        await giveWay()
      }
      return chains
    },
  }
}

const claim = (of: Map<string, number>, key: string, massG: number) =>
  of.set(key, (of.get(key) ?? 0) + massG)

/** Mordant that is still to be weighed out, for the baths that are left, g; null: none, or not told how much. */
function mordantFor(plan: Plan, groups: readonly ChainGroup[], roomL: number): number | null {
  if (!plan.mordant || plan.mordantPercent === null) return null
  const left = groups.filter(({ kind }) => kind === 'mordant').length
  return ((plan.mordantPercent / 100) * fibreOf(plan) * left) / mordantBathsOf(plan, roomL)
}

/** What may harm somebody on the way; what is only worth minding stands where it is done. */
function cautionsOf(plants: readonly KnownPlant[], groups: readonly ChainGroup[]): Caution[] {
  const grave = plants.flatMap(({ source: { source } }) =>
    gatheringCautions({ ...source, sureness: 'sure', hazards: [] }).filter(
      ({ level }) => level !== 'mind',
    ),
  )
  const stands = groups.some(({ kind }) => kind === 'ferment')
  const words = stands ? JAR_WAYS.ammoniaFerment.caution : wayFacts('ammoniaFerment').caution
  const all: Caution[] = plants.some(({ source }) => wayOf(source) === 'ammoniaFerment')
    ? [...grave, { key: 'ammonia', level: 'grave', words }]
    : grave
  // two plants may warn of the same
  return all.filter(({ words: own }, i) => all.findIndex((each) => each.words === own) === i)
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
