import { mean, sort, sum } from 'd3-array'
import { randomInt, randomLcg } from 'd3-random'
import { InputError } from '../input-error'
import { lookUp, present } from '../present'
import { turnsOf } from './blocks'
import {
  dayPlan,
  dayPlanner,
  type DayPlan,
  type DayPlanner,
  type DayPlanQuestion,
} from './day-plan'
import { MS_PER_MIN, type Span } from './free-hours'
import type { Block } from './place-blocks'

const SEED = 0.61803
/** Steps times pots of all orders that are tried: forty pots then take under a second (`npm run bench`). */
const WORK = 800_000
/** More orders than these gain nothing. */
const MOST_TRIES = 1000
/** Weight of all that is over sooner, where the last is over at the same time. */
const TIE = 1e-4
/** Share of the first plan's length that a worse one may be longer and still be gone on from, at first. */
const WARMEST = 0.1
/** Where fewer orders can be tried, less of that is borne. */
const MANY_TRIES = 500
const MIN_MS = 60_000

/** Minutes of each block and of the longest that hangs on it. */
function tailsOf(blocks: readonly Block[]): Map<string, number> {
  const home = new Map(
    blocks.flatMap(({ id, steps }) => steps.map((step) => [step.id, id] as const)),
  )
  const tails = new Map<string, number>()
  for (const { id, steps } of [...blocks].reverse()) {
    const behind = blocks.filter((other) =>
      other.steps.some(({ after }) => after.some((each) => home.get(each.id) === id)),
    )
    const longest = Math.max(0, ...behind.map((other) => tails.get(other.id) ?? 0))
    tails.set(id, sum(steps, ({ minutes }) => minutes) + longest)
  }
  return tails
}

/** Until when a block keeps: what spoils first goes first. */
const keepsUntil = ({ steps }: Block): number =>
  Math.min(...steps.map(({ within }) => within?.at(-1)?.[1] ?? Infinity))

/** Which pot chooses first, and which vessel it takes where it does not choose. */
interface Choice {
  /** Ids of the pots. */
  order: readonly string[]
  vesselOf: ReadonlyMap<string, string>
}

/**
 * The day plan that is over first (backwards: that begins last) of many orders in which pots may
 * choose their hours, burners and vessels. The same question has the same answer.
 *
 * A first order by what spoils first and what is longest; then one pot is put elsewhere, two change
 * places, or one is given a vessel, again and again; worse plans are gone on from at first, and ever
 * less. It ends at once where no plan can be shorter. Simulated annealing: Kirkpatrick, Gelatt and
 * Vecchi, Science 220 (1983); how near it comes to the optimum stands in the tests.
 *
 * @param most orders that may be tried; left out: as many as take under a second
 * @throws InputError as `dayPlan`, where no order that was tried finds a place for all
 */
export function bestDayPlan(question: DayPlanQuestion, most = triesFor(question)): DayPlan {
  return new Search(question, most).run()
}

function triesFor({ steps, fits = {} }: DayPlanQuestion): number {
  const pots = Math.max(1, Object.keys(fits).length)
  return Math.max(1, Math.min(MOST_TRIES, Math.floor(WORK / (steps.length * pots))))
}

interface Tried {
  choice: Choice
  /** From one end to the other, ms. */
  spanMs: number
  /** The same, with all that is over sooner counted a little. */
  cost: number
}

class Search {
  private best: (Tried & { plan: DayPlan }) | null = null
  private failure: unknown = null
  private readonly random = randomLcg(SEED)
  private readonly int = randomInt.source(this.random)
  private readonly known = new Map<string, Tried>()
  private readonly planner: DayPlanner
  private readonly inTurn: ReturnType<typeof turnsOf>

  constructor(
    private readonly question: DayPlanQuestion,
    private left: number,
  ) {
    this.planner = dayPlanner(question)
    this.inTurn = turnsOf(this.planner.blocks)
  }

  run(): DayPlan {
    let now = this.try({ order: this.firstOrder(), vesselOf: new Map() }, Infinity)
    const pots = now.choice.order
    const leastMs = pots.length > 1 ? this.leastMs(pots) : Infinity
    const all = this.left
    const firstMs = Number.isFinite(now.spanMs) ? now.spanMs : 0
    // where few orders can be tried, none is given away
    const warmestMs = WARMEST * firstMs * Math.min(1, all / MANY_TRIES)
    while (this.left > 0 && (this.best?.spanMs ?? Infinity) > leastMs) {
      const heatMs = warmestMs * (this.left / all) ** 2
      const bearsMs = -Math.log(1 - this.random()) * heatMs
      const found = this.try(this.moved(now.choice), now.spanMs + bearsMs + MIN_MS)
      if (found.cost <= now.cost + bearsMs) now = found
    }
    if (this.best) return this.best.plan
    throw this.failure
  }

  /** Pots by what spoils first, then by what is longest. */
  private firstOrder(): string[] {
    const { blocks } = this.planner
    const tails = tailsOf(blocks)
    const pots = blocks.filter(({ vessels }) => vessels.length > 0)
    return sort(pots, keepsUntil, ({ id }) => -lookUp(tails, id)).map(({ id }) => id)
  }

  private moved({ order, vesselOf }: Choice): Choice {
    const anyPot = () => this.int(order.length)()
    const [a, b] = [anyPot(), anyPot()]
    const next = [...order]
    switch (this.int(3)()) {
      case 0:
        next.splice(b, 0, ...next.splice(a, 1))
        return { order: next, vesselOf }
      case 1:
        ;[next[a], next[b]] = [next[b]!, next[a]!]
        return { order: next, vesselOf }
      default: {
        const pot = order[a]!
        const fits = this.question.fits?.[pot] ?? []
        // one more than there are: it chooses for itself again
        const vessel = fits[this.int(fits.length + 1)()]
        const others = new Map([...vesselOf].filter(([id]) => id !== pot))
        return { order, vesselOf: vessel ? others.set(pot, vessel) : others }
      }
    }
  }

  /** A choice laid into days, or as it was the last time. */
  private try(choice: Choice, mostMs: number): Tried {
    this.left--
    const { order, vesselOf } = choice
    const key = order.map((id) => `${id} ${vesselOf.get(id) ?? ''}`).join()
    const known = this.known.get(key)
    if (known) return known
    const tried = this.laid(choice, mostMs)
    // what was cut short may be borne another time
    if (Number.isFinite(tried.spanMs)) this.known.set(key, tried)
    return tried
  }

  private laid(choice: Choice, mostMs: number): Tried {
    const { order, vesselOf } = choice
    const rank = new Map(order.map((id, i) => [id, i]))
    const blocks = this.inTurn(({ id }) => rank.get(id) ?? -1).map((block) => {
      const vessel = vesselOf.get(block.id)
      return vessel ? { ...block, vessels: [vessel] } : block
    })
    const plan = this.planned(blocks, mostMs)
    if (!plan) return { choice, spanMs: Infinity, cost: Infinity }
    const tried = { choice, spanMs: this.spanMs(plan), cost: this.costOf(plan) }
    if (tried.cost < (this.best?.cost ?? Infinity)) this.best = { ...tried, plan }
    return tried
  }

  private planned(blocks: readonly Block[], mostMs: number): DayPlan | null {
    try {
      return this.planner.lay(blocks, mostMs)
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      this.failure = error
      return null
    }
  }

  private spanMs({ begins, ends }: DayPlan): number {
    const { from, by } = this.question
    return from !== undefined ? ends - from : present(by) - begins
  }

  private costOf(plan: DayPlan): number {
    const { from, by } = this.question
    const middle = present(mean(Object.values(plan.start)))
    return this.spanMs(plan) + TIE * (from !== undefined ? middle - from : present(by) - middle)
  }

  /** No plan is shorter than its longest pot alone, nor than its flames on all burners that somebody watches. */
  private leastMs(pots: readonly string[]): number {
    const { steps, from, hands, burners } = this.question
    if (from === undefined) return -Infinity
    const alone = pots.map((pot) => this.aloneMs(pot))
    const flameMs = sum(steps, ({ burner, minutes }) => (burner ? minutes * MS_PER_MIN : 0))
    return Math.max(...alone, burntOut(hands, from, flameMs / burners) - from)
  }

  private aloneMs(pot: string): number {
    const { steps, fits } = this.question
    const own = steps.filter((step) => step.pot === pot)
    const ids = new Set(own.map(({ id }) => id))
    try {
      return this.spanMs(
        dayPlan({
          ...this.question,
          steps: own.map((step) => ({
            ...step,
            after: step.after.filter(({ id }) => ids.has(id)),
          })),
          fits: { [pot]: fits?.[pot] ?? [] },
        }),
      )
    } catch (error) {
      if (error instanceof InputError) return -Infinity
      throw error
    }
  }
}

/** When so many ms of flame on one burner would be over at the earliest. */
function burntOut(hands: readonly Span[], from: number, flameMs: number): number {
  let left = flameMs
  for (const [begins, over] of hands) {
    const start = Math.max(begins, from)
    if (over <= start) continue
    if (over - start >= left) return start + left
    left -= over - start
  }
  return -Infinity
}
