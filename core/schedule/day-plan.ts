import { InputError } from '../input-error'
import { inOrder, type WayStep } from '../pot/way-steps'
import { lookUp, present } from '../present'

/** A stretch of time, ms since 1970. */
export type Span = readonly [from: number, to: number]

/** What a step asks of the day. */
export type DayStep = Pick<
  WayStep,
  'id' | 'minutes' | 'after' | 'attended' | 'burner' | 'daylight' | 'words'
> & {
  /** Stretches that it must lie in, in their order: a season, or a day it was moved to. */
  within?: readonly Span[]
}

export interface DayPlanQuestion {
  steps: readonly DayStep[]
  /** Hours in which somebody is up and about: for whatever wants hands, and for every flame. */
  hands: readonly Span[]
  /** Hours of daylight. */
  daylight: readonly Span[]
  burners: number
  /** When burners are taken by other pots. */
  busy: readonly Span[]
  /** From this instant on, or to be over by it. ms since 1970. */
  from?: number
  by?: number
}

export interface DayPlan {
  /** ms since 1970. */
  start: Record<string, number>
  begins: number
  ends: number
}

const MS_PER_MIN = 60_000
const MOST_TRIES = 400

/**
 * When each step of a pot falls: in the order of its graph, within its waits, hands and flames only
 * while somebody is up, outdoor work by daylight, and no more burners lit than there are.
 *
 * Forwards each step lies as early as may be; backwards as late, found by turning time round.
 *
 * @throws InputError where neither or both of `from` and `by` are given, or where a step finds no
 * place in the hours given
 */
export function dayPlan(question: DayPlanQuestion): DayPlan {
  const { from, by } = question
  if ((from === undefined) === (by === undefined)) {
    throw new InputError('either from or by must be given; got both or neither', '/from')
  }
  const start = from !== undefined ? placed(question, from) : placedBackwards(question, present(by))
  const ends = question.steps.map(({ id, minutes }) => start[id]! + minutes * MS_PER_MIN)
  return { start, begins: Math.min(...Object.values(start)), ends: Math.max(...ends) }
}

/** The same question with time running the other way. */
function placedBackwards(question: DayPlanQuestion, by: number): Record<string, number> {
  const turned = (spans: readonly Span[]) =>
    spans.map(([from, to]): Span => [-to, -from]).sort((a, b) => a[0] - b[0])
  const { steps } = question
  const start = placed(
    {
      ...question,
      steps: steps.map((step) => ({
        ...step,
        ...(step.within && { within: turned(step.within) }),
        after: steps.flatMap(({ id, after }) =>
          after.filter((each) => each.id === step.id).map((each) => ({ ...each, id })),
        ),
      })),
      hands: turned(question.hands),
      daylight: turned(question.daylight),
      busy: turned(question.busy),
    },
    -by,
  )
  return Object.fromEntries(
    steps.map(({ id, minutes }) => [id, -start[id]! - minutes * MS_PER_MIN]),
  )
}

function placed(question: DayPlanQuestion, from: number): Record<string, number> {
  const ordered = inOrder(question.steps)
  const byId = new Map(ordered.map((step) => [step.id, step]))
  const release = new Map<string, number>()
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const start: Record<string, number> = {}
    const lit: Span[] = [...question.busy]
    let isBroken = false
    for (const step of ordered) {
      let at = Math.max(from, release.get(step.id) ?? from)
      for (const { id, minLagMin = 0 } of step.after) {
        at = Math.max(at, start[id]! + (lookUp(byId, id).minutes + minLagMin) * MS_PER_MIN)
      }
      at = firstAllowed(step, at, question, lit)
      for (const { id, maxLagMin } of step.after) {
        if (maxLagMin === undefined) continue
        const lasts = lookUp(byId, id).minutes
        if (at <= start[id]! + (lasts + maxLagMin) * MS_PER_MIN) continue
        release.set(id, at - (lasts + maxLagMin) * MS_PER_MIN)
        isBroken = true
      }
      if (isBroken) break
      start[step.id] = at
      if (step.burner) lit.push([at, at + step.minutes * MS_PER_MIN])
    }
    if (!isBroken) return start
  }
  throw new InputError(
    'these waits cannot all be kept within the hours of the day: take longer hours or shorter steps',
    '/steps',
  )
}

function firstAllowed(
  { words, minutes, attended, burner, daylight, within }: DayStep,
  from: number,
  question: DayPlanQuestion,
  lit: readonly Span[],
): number {
  const lasts = minutes * MS_PER_MIN
  let at = from
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const before = at
    if (within) at = inSpan(within, at, lasts, words)
    if (attended || burner) at = inSpan(question.hands, at, lasts, words)
    if (daylight) at = inSpan(question.daylight, at, lasts, words)
    if (burner) at = burnerFree(lit, at, lasts, question.burners)
    if (at === before) return at
  }
  throw new InputError(`no hour was found for: ${words}`, '/steps')
}

function inSpan(spans: readonly Span[], at: number, lasts: number, words: string): number {
  const span = spans.find(([from, to]) => to - lasts >= Math.max(at, from))
  if (span) return Math.max(at, span[0])
  throw new InputError(
    `no hour was found for: ${words} (${Math.round(lasts / MS_PER_MIN)} min)`,
    '/steps',
  )
}

function burnerFree(lit: readonly Span[], at: number, lasts: number, burners: number): number {
  for (;;) {
    const inWay = lit.filter(([from, to]) => from < at + lasts && to > at)
    const points = [at, ...inWay.map(([from]) => from).filter((from) => from > at)]
    const most = Math.max(
      0,
      ...points.map((point) => inWay.filter(([from, to]) => from <= point && to > point).length),
    )
    if (most < burners) return at
    at = Math.min(...inWay.map(([, to]) => to))
  }
}
