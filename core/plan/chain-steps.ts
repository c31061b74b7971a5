import { present } from '../present'
import type { DayStep, Span } from '../schedule/day-plan'

export const CHAIN_KINDS = [
  'gather',
  'dry',
  'ferment',
  'wash',
  'mordant',
  'steep',
  'pot',
  'finish',
] as const
export type ChainKind = (typeof CHAIN_KINDS)[number]

/** What is shown and moved as one: a walk, a drying, a pot with all its steps. */
export interface ChainGroup {
  /** `gather`, `pot2`. */
  id: string
  kind: ChainKind
  /** Of pots, baths and plants: which one it is, from 0. */
  index: number
  steps: DayStep[]
}

/** A pot of a plan. */
interface ChainPot {
  /** Its way's own steps. */
  steps: readonly DayStep[]
  /** The pot whose liquor it dyes in again, by its index; null: its own plant. */
  liquorOf: number | null
  /** Which of the plants it is dyed with, by its index; left out: the first. */
  plant?: number
}

/** A plant of a plan: how it comes to its pots. */
export interface PlantQuestion {
  /** null: stock covers it. `within`: its seasons; null: all year, or not known. */
  gather: { minutes: number; within: readonly Span[] | null } | null
  /** Until it is dry, days; null: it is used as it is gathered. */
  dryingDays: number | null
  /** A jar that must stand before it dyes; `readyAt`: one stands there already, ms since 1970. */
  jar: { standDays: number } | { readyAt: number } | null
}

/** Everything a plan's chain is made of. */
export interface ChainQuestion {
  plants: readonly PlantQuestion[]
  /** Whether the fibre is washed first. */
  isWashed: boolean
  /** Steps of one mordant bath; empty: no mordant. */
  mordant: readonly DayStep[]
  /** Baths it takes, by vessel. */
  mordantBaths: number
  /** How long mordanted pieces may wait for their pot; null: they are dried. */
  heldWetDays: number | null
  pots: readonly ChainPot[]
  /** Groups that are done, by their ids, and when, ms since 1970: nothing waits for them any more. */
  done?: ReadonlyMap<string, number>
  /** ms since 1970; what lies by itself since something was done is nearer its end by now. */
  now?: number
}

const MS_PER_MIN = 60_000
const DAY = 24 * 60
/** Fresh stuff is used by the next day; common practice, no source. */
const FRESH_MIN = DAY
/** Extracted liquor does not stand a week; common practice, no source. */
const LIQUOR_MIN = 4 * DAY
/** A pot or bath that was begun is gone on with by the next day; common practice, no source. */
const NEXT_MIN = DAY
const WASH_MIN = 90
/** In the shade; common practice, no source. */
const FINISH_MIN = 2 * DAY
/** A step that long is waited for by itself. */
const LONG_MIN = 2 * DAY

/** The steps of a plan, in groups, each after what it waits for. */
export function chainGroups(question: ChainQuestion): ChainGroup[] {
  const { pots, done = new Map<string, number>(), now = -Infinity } = question
  const plants = question.plants.map(plantGroups)
  const fibre = fibreGroups(question)
  const dyed: ChainGroup[] = []
  const ends: string[][] = []
  pots.forEach((pot, i) => {
    const plant = present(plants[pot.plant ?? 0])
    const waits = pot.liquorOf === null ? plant.after : after(ends[pot.liquorOf] ?? [], LIQUOR_MIN)
    const steps = potSteps(pot, i, waits, fibre.after, plant.from)
    dyed.push(...split(steps, i))
    ends.push(lastOf(steps))
  })
  const finish: DayStep = {
    id: 'finish',
    words: 'Rinse, and dry in the shade',
    minutes: FINISH_MIN,
    after: after(ends.flat()),
  }
  return withoutDone(
    [
      ...plants.flatMap(({ groups }) => groups),
      ...fibre.groups,
      ...dyed,
      { id: 'finish', kind: 'finish', index: 0, steps: [finish] },
    ],
    done,
    now,
  )
}

/** What is left to do: nothing waits for what is done, and what lies since then has that behind it. */
function withoutDone(
  groups: readonly ChainGroup[],
  done: ReadonlyMap<string, number>,
  now: number,
): ChainGroup[] {
  const doneAt = new Map(
    groups.flatMap(({ id, steps }) => {
      const at = done.get(id)
      return at === undefined ? [] : steps.map((step) => [step.id, at] as const)
    }),
  )
  return groups
    .filter(({ id }) => !done.has(id))
    .map((group) => ({
      ...group,
      steps: group.steps.map((step) => ({
        ...step,
        minutes: minutesLeft(step, doneAt, now),
        after: step.after.filter(({ id }) => !doneAt.has(id)),
      })),
    }))
}

/** Of a rack or a jar: counted from when all that it waited for was done. */
function minutesLeft(
  { minutes, after, ...step }: DayStep,
  doneAt: ReadonlyMap<string, number>,
  now: number,
): number {
  const begun = after.map(({ id }) => doneAt.get(id) ?? Infinity)
  const isLeftAlone = !step.attended && !step.burner && !step.daylight && !step.pot
  if (!isLeftAlone || begun.length === 0) return minutes
  const sinceMin = Math.max(0, (now - Math.max(...begun)) / MS_PER_MIN)
  return Math.max(0, Math.round(minutes - sinceMin))
}

const after = (ids: readonly string[], maxLagMin?: number): DayStep['after'] =>
  ids.map((id) => ({ id, ...(maxLagMin !== undefined && { maxLagMin }) }))

/** Steps that no other of them waits for. */
const lastOf = (steps: readonly DayStep[]): string[] =>
  steps
    .filter(({ id }) => !steps.some((other) => other.after.some((each) => each.id === id)))
    .map(({ id }) => id)

/** Walk, rack and jar, and what a pot then waits for. */
function plantGroups({ gather, dryingDays, jar }: PlantQuestion, index: number) {
  const groups: ChainGroup[] = []
  let waits: DayStep['after'] = []
  const add = (kind: ChainKind, step: Omit<DayStep, 'id' | 'after'>, maxLagMin?: number) => {
    const id = index === 0 ? kind : `${kind}${index + 1}`
    groups.push({ id, kind, index, steps: [{ ...step, id, after: waits }] })
    waits = after([id], maxLagMin)
  }
  if (gather) {
    const step = { words: 'Gather', minutes: gather.minutes, attended: true, daylight: true }
    add('gather', { ...step, ...(gather.within && { within: gather.within }) }, FRESH_MIN)
    if (dryingDays !== null) add('dry', { words: 'Dry', minutes: dryingDays * DAY })
  }
  if (jar && 'standDays' in jar) {
    add('ferment', { words: 'Stand in the jar', minutes: jar.standDays * DAY })
  }
  const from = jar && 'readyAt' in jar ? jar.readyAt : null
  return { groups, after: waits, from }
}

/** Wash and mordant baths, and what the pieces then wait for. */
function fibreGroups({ isWashed, mordant, mordantBaths, heldWetDays }: ChainQuestion) {
  const groups: ChainGroup[] = []
  let waits: DayStep['after'] = []
  if (isWashed) {
    const words = 'Wash the fibre'
    const hands = { attended: true, burner: true, pot: 'wash' }
    const step = { id: 'wash', words, minutes: WASH_MIN, after: [], ...hands }
    groups.push({ id: 'wash', kind: 'wash', index: 0, steps: [step] })
    waits = after(['wash'])
  }
  const ends: string[] = []
  for (let bath = 0; bath < (mordant.length > 0 ? mordantBaths : 0); bath++) {
    const id = `mordant${bath + 1}`
    const steps = prefixed(mordant, id, waits).map((step) => ({ ...step, pot: id }))
    groups.push({ id, kind: 'mordant', index: bath, steps })
    ends.push(...lastOf(steps))
  }
  const maxLagMin = heldWetDays === null ? undefined : heldWetDays * DAY
  return { groups, after: ends.length > 0 ? after(ends, maxLagMin) : waits }
}

const prefixed = (steps: readonly DayStep[], prefix: string, waits: DayStep['after']): DayStep[] =>
  steps.map((step) => ({
    ...step,
    id: `${prefix}/${step.id}`,
    after:
      step.after.length === 0
        ? waits
        : step.after.map((each) => ({
            ...each,
            id: `${prefix}/${each.id}`,
            maxLagMin: each.maxLagMin ?? (each.minLagMin ?? 0) + NEXT_MIN,
          })),
  }))

/** Steps of a pot: its liquor waits for the plant, and its pieces for their mordant. */
function potSteps(
  { steps, liquorOf }: ChainPot,
  index: number,
  waits: DayStep['after'],
  pieces: DayStep['after'],
  from: number | null,
): DayStep[] {
  const own = liquorOf === null ? steps : withoutExtraction(steps)
  const enters = own.find(({ id }) => id === 'enter') ?? own.at(-1)
  const pot = `pot${index + 1}`
  // what stands for days stands in a bucket
  const steeps = own.findIndex(({ minutes }) => minutes >= LONG_MIN)
  // pieces soak in a bucket, whatever plant and liquor do: all else waits for them
  const isSoaking = (id: string) => id === `${pot}/wetOut`
  const all = prefixed(own, pot, [])
  const roots = all.filter((step) => !isSoaking(step.id) && step.after.length === 0)
  return all.map((step, i) => {
    const isEntered = step.id === `${pot}/${enters?.id}`
    // a later bath, and a way that begins with its pieces, has no other step that could wait
    const isWaiting = roots.includes(step) || (isEntered && roots.length === 0)
    return {
      ...step,
      ...(i > steeps && { pot }),
      ...(isSoaking(step.id) && { isOutside: true }),
      after: [...step.after, ...(isWaiting ? waits : []), ...(isEntered ? pieces : [])],
      ...(isWaiting && from !== null && { within: [[from, Number.MAX_SAFE_INTEGER] as const] }),
    }
  })
}

/** A later bath has its liquor already: all that comes before the pieces go in is left out. */
function withoutExtraction(steps: readonly DayStep[]): DayStep[] {
  const enter = steps.findIndex(({ id }) => id === 'enter')
  if (enter < 0) return [...steps]
  const kept = steps.filter(({ id }, i) => i >= enter || id === 'wetOut')
  const ids = new Set(kept.map(({ id }) => id))
  return kept.map((step) => ({ ...step, after: step.after.filter(({ id }) => ids.has(id)) }))
}

/** A pot that steeps for days is shown as its steep, and what follows it. */
function split(steps: readonly DayStep[], index: number): ChainGroup[] {
  const long = steps.findIndex(({ minutes }) => minutes >= LONG_MIN)
  const pot = `pot${index + 1}`
  if (long < 0) return [{ id: pot, kind: 'pot', index, steps: [...steps] }]
  return [
    { id: `steep${index + 1}`, kind: 'steep', index, steps: steps.slice(0, long + 1) },
    { id: pot, kind: 'pot', index, steps: steps.slice(long + 1) },
  ]
}
