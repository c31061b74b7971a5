import { formatDuration } from '~~/core/quantity/format-duration'
import type { WayStep } from '~~/core/pot/way-steps'

/** What a plan adds to its way: a soak before the heat, a stand or an airing after the dyeing. */
export const EXTRA_KINDS = ['soak', 'stand', 'air'] as const
export type ExtraKind = (typeof EXTRA_KINDS)[number]

export interface ExtraStep {
  kind: ExtraKind
  minutes: number
}

const DAY_MIN = 24 * 60

/** What each is called, how long it mostly takes, and how it stands among the steps; from memory. */
export const EXTRAS: Record<
  ExtraKind,
  { label: string; minutes: number; words: string; step: Pick<WayStep, 'kind'> }
> = {
  soak: {
    label: 'soak the plant before the heat',
    minutes: 12 * 60,
    words: 'Soak the plant',
    step: { kind: 'steep' },
  },
  stand: {
    label: 'let the pieces stand in the bath',
    minutes: 14 * DAY_MIN,
    words: 'Let it stand, pieces in',
    step: { kind: 'stand' },
  },
  air: {
    label: 'air the pieces',
    minutes: 12 * 60,
    words: 'Lift and air',
    step: { kind: 'air' },
  },
}

/** Steps of making the liquor that a soak goes before. */
const DRAWN = ['heat', 'extract', 'mash', 'steep'] as const
const isDrawn = ({ kind }: WayStep) => (DRAWN as readonly string[]).includes(kind)

/** Whether a way has a place for it: what is strained or painted on has nothing to soak. */
export const hasPlaceFor = (kind: ExtraKind, steps: readonly WayStep[]): boolean =>
  kind === 'soak' ? soakedBefore(steps) >= 0 : steps.some((step) => step.kind === 'dye')

function soakedBefore(steps: readonly WayStep[]): number {
  const enter = steps.findIndex(({ kind }) => kind === 'enter')
  return steps.findIndex((step, i) => (enter < 0 || i < enter) && isDrawn(step))
}

/** Steps with what the plan adds laid among them; what has no place among them is left out. */
export const withExtras = (steps: readonly WayStep[], extras: readonly ExtraStep[]): WayStep[] =>
  extras.reduce<WayStep[]>(
    (laid, extra, i) =>
      hasPlaceFor(extra.kind, laid) ? laidIn(laid, extra, `extra${i + 1}`) : laid,
    [...steps],
  )

function laidIn(steps: readonly WayStep[], { kind, minutes }: ExtraStep, id: string): WayStep[] {
  const { words, step } = EXTRAS[kind]
  const extra = {
    id,
    ...step,
    words: `${words} for ${formatDuration(minutes)}`,
    minutes,
    mostMinutes: null,
    tempC: null,
  }
  if (kind === 'soak') {
    const at = soakedBefore(steps)
    const before = steps.map((each, i) => (i === at ? { ...each, after: [{ id }] } : each))
    return [...before.slice(0, at), { ...extra, after: steps[at]!.after }, ...before.slice(at)]
  }
  // after the dyeing and what was added to it before: what followed follows this
  const last = lastAfterDye(steps)
  const at = steps.findIndex((each) => each.id === last) + 1
  const moved = steps.map((each) => ({
    ...each,
    after: each.after.map((other) => (other.id === last ? { ...other, id } : other)),
  }))
  return [...moved.slice(0, at), { ...extra, after: [{ id: last }] }, ...moved.slice(at)]
}

/** The dyeing, or the last step that was added after it. */
function lastAfterDye(steps: readonly WayStep[]): string {
  const chain = steps.filter(
    ({ id, kind }) => kind === 'dye' || (id.startsWith('extra') && kind !== 'steep'),
  )
  return chain.at(-1)!.id
}
