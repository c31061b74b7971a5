import { InputError } from '../input-error'
import { lookUp, present } from '../present'
import { burnerFree, inSpan, lastInSpan, MS_PER_MIN, type Span, type takenIn } from './free-hours'
import type { DayPlanQuestion, DayStep } from './day-question'

/** What is placed as one: the steps of a pot, which hold its vessel from the first to the last, or one step alone. */
export interface Block {
  id: string
  /** Each behind those of the block that it waits for. */
  steps: readonly DayStep[]
  /** Ids of the vessels that will do, those first that are taken rather; empty: it holds none. */
  vessels: readonly string[]
  /** Those of its own steps that wait for each of them. */
  followers: ReadonlyMap<string, readonly Follower[]>
  /** Of each step, its own and those that lead to it: so many minutes before it they begin at the latest. */
  leads: ReadonlyMap<string, ReadonlyMap<string, number>>
  /** Its vessel is held for so long at the least, ms. */
  leastHoldMs: number
}

interface Follower {
  id: string
  minLagMin: number
}

export interface Placement {
  /** Of each step, ms since 1970. */
  start: Record<string, number>
  /** Of each pot that holds one, the id of its vessel. */
  vesselOf: Record<string, string>
}

/** Hours in which steps are placed, with what is taken already. */
export interface Hours extends Pick<DayPlanQuestion, 'hands' | 'daylight' | 'burners'> {
  lit: ReturnType<typeof takenIn>
  /** By the vessel's id. */
  held: ReadonlyMap<string, ReturnType<typeof takenIn>>
}

const MOST_TRIES = 400
const CROSSED =
  'these waits cannot all be kept within the hours of the day: take longer hours or shorter steps'

/**
 * Blocks one by one, each as early as may be in the order given. Where a greatest wait is broken,
 * what it is counted from is put later, and all is placed anew.
 *
 * @param blocks each behind those it waits for
 * @param from ms since 1970
 * @param notAfter ms since 1970: what is over later is of no use
 * @returns null where it is over later than that
 * @throws InputError where a step finds no place in the hours given
 */
export function placeBlocks(
  blocks: readonly Block[],
  hours: Hours,
  from: number,
  notAfter = Infinity,
): Placement | null {
  const byId = new Map(blocks.flatMap(({ steps }) => steps.map((step) => [step.id, step] as const)))
  const leads = new Map(blocks.flatMap((block) => [...block.leads]))
  const release = new Map<string, number>()
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const placed = new Placing(hours, from, byId, leads, release)
    let isWhole = true
    for (const block of blocks) {
      isWhole = placed.add(block)
      if (placed.ends > notAfter) return null
      if (!isWhole) break
    }
    if (isWhole) return placed
  }
  throw new InputError(CROSSED, '/steps')
}

/** Where the steps of one block lie. */
interface PlacedBlock {
  start: Map<string, number>
  hold: Span
}

class Placing implements Placement {
  readonly start: Record<string, number> = {}
  readonly vesselOf: Record<string, string> = {}
  /** When the last of them is over, ms since 1970. */
  ends = -Infinity
  /** Flames, and by vessel what holds it, of the blocks that are placed. */
  private readonly lit: Span[] = []
  private readonly held = new Map<string, Span[]>()

  constructor(
    private readonly hours: Hours,
    private readonly from: number,
    private readonly byId: ReadonlyMap<string, DayStep>,
    /** Of each step, the steps of its block that lead to it, and how long before it they begin at the latest, min. */
    private readonly leads: ReadonlyMap<string, ReadonlyMap<string, number>>,
    /** Steps that must not begin before; grows where a greatest wait was broken. */
    private readonly release: Map<string, number>,
  ) {}

  /** @returns false where something placed before must come later: all is to be placed anew */
  add(block: Block): boolean {
    const found = block.vessels.length > 0 ? this.inVessel(block) : this.place(block, null)
    if (!found) return false
    for (const step of block.steps) {
      const at = lookUp(found.start, step.id)
      this.start[step.id] = at
      this.ends = Math.max(this.ends, at + step.minutes * MS_PER_MIN)
      if (step.burner) this.lit.push([at, at + step.minutes * MS_PER_MIN])
    }
    return true
  }

  /** In the vessel in which it is over first. */
  private inVessel(block: Block): PlacedBlock | null {
    let best: { vessel: string; placed: PlacedBlock } | null = null
    let failure: unknown = null
    for (const vessel of block.vessels) {
      try {
        const placed = this.place(block, vessel)
        if (!placed) return null
        if (!best || placed.hold[1] < best.placed.hold[1]) best = { vessel, placed }
      } catch (error) {
        if (!(error instanceof InputError)) throw error
        failure = error
      }
    }
    if (!best) throw failure
    this.vesselOf[block.id] = best.vessel
    this.held.set(best.vessel, [...(this.held.get(best.vessel) ?? []), best.placed.hold])
    return best.placed
  }

  /** Its steps as early as may be, outside the stretches in which its vessel is held. */
  private place(
    { steps, followers, leastHoldMs }: Block,
    vessel: string | null,
  ): PlacedBlock | null {
    const own = new Map<string, number>()
    let notBefore = this.from
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const start = this.inOrder(steps, notBefore, own)
      if (start === 'outside') return null
      if (start === 'inside') continue
      this.drawTogether(steps, followers, start)
      const hold = holdOf(steps, start)
      const inWay = vessel === null ? undefined : this.inVesselDuring(vessel, hold)
      if (vessel === null || !inWay) return { start, hold }
      own.clear()
      notBefore = this.vesselFree(vessel, inWay[1], leastHoldMs)
    }
    throw new InputError(CROSSED, '/steps')
  }

  /** What holds a vessel already while somebody wants it. */
  private inVesselDuring(vessel: string, [from, to]: Span): Span | undefined {
    const [busy] = lookUp(this.hours.held, vessel)(from, to)
    return busy ?? this.held.get(vessel)?.find(([begins, over]) => begins < to && over > from)
  }

  /** The first instant from `at` on at which a vessel is free for so long. */
  private vesselFree(vessel: string, at: number, lasts: number): number {
    for (;;) {
      const inWay = this.inVesselDuring(vessel, [at, at + lasts])
      if (!inWay) return at
      at = inWay[1]
    }
  }

  /** @returns where a greatest wait was broken: whether what must come later is of this block */
  private inOrder(
    steps: readonly DayStep[],
    notBefore: number,
    own: Map<string, number>,
  ): Map<string, number> | 'inside' | 'outside' {
    const start = new Map<string, number>()
    const startOf = (id: string) => start.get(id) ?? present(this.start[id])
    const lit = [...this.lit]
    for (const step of steps) {
      let at = Math.max(
        notBefore,
        own.get(step.id) ?? -Infinity,
        this.release.get(step.id) ?? -Infinity,
      )
      for (const { id, minLagMin = 0 } of step.after) {
        at = Math.max(at, startOf(id) + (this.minutesOf(id) + minLagMin) * MS_PER_MIN)
      }
      at = this.firstAllowed(step, at, lit)
      for (const { id, maxLagMin } of step.after) {
        if (maxLagMin === undefined) continue
        const least = at - (this.minutesOf(id) + maxLagMin) * MS_PER_MIN
        if (startOf(id) >= least) continue
        const isOwn = start.has(id)
        this.putLater(isOwn ? own : this.release, id, least)
        return isOwn ? 'inside' : 'outside'
      }
      start.set(step.id, at)
      if (step.burner) lit.push([at, at + step.minutes * MS_PER_MIN])
    }
    return start
  }

  /** A step must not begin before; nor need what leads to it in its pot, which would only stand about. */
  private putLater(release: Map<string, number>, id: string, least: number) {
    for (const [step, minutes] of lookUp(this.leads, id)) {
      const from = least - minutes * MS_PER_MIN
      release.set(step, Math.max(from, release.get(step) ?? -Infinity))
    }
  }

  /** What waits for a flame waits outside the vessel: no pot is filled long before it is lit. */
  private drawTogether(
    steps: readonly DayStep[],
    followers: Block['followers'],
    start: Map<string, number>,
  ) {
    for (let i = steps.length - 1; i >= 0; i--) {
      const step = steps[i]!
      const follow = followers.get(step.id)
      if (step.burner || !follow) continue
      let by = Infinity
      for (const { id, minLagMin } of follow) {
        by = Math.min(by, lookUp(start, id) - minLagMin * MS_PER_MIN)
      }
      // most are drawn together already
      if (by <= lookUp(start, step.id) + step.minutes * MS_PER_MIN) continue
      const at = this.lastAllowed(step, by)
      if (at === null || at <= lookUp(start, step.id)) continue
      const isLate = step.after.some(({ id, maxLagMin = Infinity }) => {
        const before = start.get(id) ?? present(this.start[id])
        return at > before + (this.minutesOf(id) + maxLagMin) * MS_PER_MIN
      })
      if (!isLate) start.set(step.id, at)
    }
  }

  private minutesOf = (id: string) => lookUp(this.byId, id).minutes

  /** The last instant from which a step without a flame is over by another; null: there is none. */
  private lastAllowed({ minutes, attended, daylight, within }: DayStep, by: number): number | null {
    const lasts = minutes * MS_PER_MIN
    const spans = [
      ...(within ? [within] : []),
      ...(attended ? [this.hours.hands] : []),
      ...(daylight ? [this.hours.daylight] : []),
    ]
    let at: number | null = by - lasts
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const before: number | null = at
      for (const each of spans) if (at !== null) at = lastInSpan(each, at + lasts, lasts)
      if (at === null || at === before) return at
    }
    return null
  }

  private firstAllowed(
    { words, minutes, attended, burner, daylight, within }: DayStep,
    from: number,
    own: readonly Span[],
  ): number {
    const lasts = minutes * MS_PER_MIN
    const lit = (begins: number, over: number) => [
      ...this.hours.lit(begins, over),
      ...own.filter(([lights, out]) => lights < over && out > begins),
    ]
    let at = from
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const before = at
      if (within) at = inSpan(within, at, lasts, words)
      if (attended || burner) at = inSpan(this.hours.hands, at, lasts, words)
      if (daylight) at = inSpan(this.hours.daylight, at, lasts, words)
      if (burner) at = burnerFree(lit, at, lasts, this.hours.burners)
      if (at === before) return at
    }
    throw new InputError(`no hour was found for: ${words}`, '/steps')
  }
}

/** From the first to the last step in the vessel. */
function holdOf(steps: readonly DayStep[], start: ReadonlyMap<string, number>): Span {
  const inside = steps.filter(({ isOutside }) => !isOutside)
  const ends = inside.map(({ id, minutes }) => lookUp(start, id) + minutes * MS_PER_MIN)
  return [Math.min(...inside.map(({ id }) => lookUp(start, id))), Math.max(...ends)]
}
