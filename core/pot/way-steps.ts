import type { ToldBasis } from '../harvest/ratio-error'
import { InputError } from '../input-error'
import { present } from '../present'

/** What hands do in a step; buttons and clocks are worded by it. */
export const WAY_STEP_KINDS = [
  'prepare',
  'heat',
  'extract',
  'mash',
  'strain',
  'combine',
  'topUp',
  'stand',
  'steep',
  'reduce',
  'wetOut',
  'enter',
  'dye',
  'air',
  'coat',
  'add',
  'cool',
  'lift',
] as const
export type WayStepKind = (typeof WAY_STEP_KINDS)[number]

/** A step comes after another, no sooner and no later than so many minutes past its end. */
interface After {
  id: string
  minLagMin?: number
  maxLagMin?: number
}

/** A round that can be gone through once more, decided by looking. */
interface Again {
  /** First step of the round; the step that bears this is its last. */
  from: string
  /** What is asked: `Deep enough?` */
  words: string
  /** Rounds at most, the first included. */
  most: number
}

/** One step of a way: a node of its graph. */
export interface WayStep {
  id: string
  kind: WayStepKind
  words: string
  /** Usual length, min. */
  minutes: number
  /** Longer does harm or no good, min; null: as long as you like. */
  mostMinutes: number | null
  /** Of the liquor, °C; null: as it is. */
  tempC: number | null
  after: After[]
  /** Wants hands or eyes all along. */
  attended?: boolean
  burner?: boolean
  daylight?: boolean
  /** Of a step that stirs something in: what is meant to go in; null: not weighed. */
  adds?: { agent: string; form: string; massG: number | null; massBasis?: ToldBasis }
  /** What is looked for, and how often, min. */
  look?: string
  lookEveryMin?: number
  again?: Again
}

export const MOST_STEPS = 40

/**
 * Steps in an order in which each comes after those it waits for; steps that are free keep the
 * order they were written in.
 *
 * @throws InputError for an id given twice, one that is missing, a lag that cannot be, or a circle
 */
export function inOrder<S extends Pick<WayStep, 'id' | 'after'>>(steps: readonly S[]): S[] {
  const byId = new Map(steps.map((step) => [step.id, step]))
  if (byId.size < steps.length) {
    const twice = present(steps.find(({ id }, i) => steps.findIndex((each) => each.id === id) < i))
    throw new InputError(`each step must have its own id; got ${twice.id} twice`, '/steps')
  }
  steps.forEach(({ after }, i) => {
    after.forEach(({ id, minLagMin = 0, maxLagMin }, k) => {
      const pointer = `/steps/${i}/after/${k}`
      if (!byId.has(id)) {
        throw new InputError(`after must name another step; got ${id}`, `${pointer}/id`)
      }
      if (maxLagMin !== undefined && maxLagMin < minLagMin) {
        throw new InputError(
          `maxLag must not be below minLag (${minLagMin}); got ${maxLagMin}`,
          `${pointer}/maxLag`,
        )
      }
    })
  })
  const done = new Set<string>()
  const ordered: S[] = []
  while (ordered.length < steps.length) {
    const next = steps.find(
      ({ id, after }) => !done.has(id) && after.every((each) => done.has(each.id)),
    )
    if (!next) {
      const stuck = steps.filter(({ id }) => !done.has(id)).map(({ id }) => id)
      throw new InputError(
        `steps must not wait for each other in a circle; got ${stuck.join(', ')}`,
        '/steps',
      )
    }
    done.add(next.id)
    ordered.push(next)
  }
  return ordered
}

/** Ids of a step and of all that come after it, near or far. */
export function andLater(
  steps: readonly Pick<WayStep, 'id' | 'after'>[],
  from: string,
): Set<string> {
  const later = new Set([from])
  for (const { id, after } of inOrder(steps)) {
    if (after.some((each) => later.has(each.id))) later.add(id)
  }
  return later
}

/** Ids of a step and of all that it waits for, near or far. */
export function andBefore(
  steps: readonly Pick<WayStep, 'id' | 'after'>[],
  to: string,
): Set<string> {
  const before = new Set([to])
  for (const { id, after } of inOrder(steps).reverse()) {
    if (before.has(id)) for (const each of after) before.add(each.id)
  }
  return before
}
