import dayjs from 'dayjs'
import type { ChainKind } from '~~/core/plan/chain-steps'
import type { JarView } from '~~/shared/schemas/loft/jar'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { ChainStep, ChainView } from '~~/shared/views/year/chain'
import { present } from '~~/core/present'
import type { TestSet } from '~~/shared/views/fastness/fastness'
import { setTitle } from '~/features/fastness/set-words'
import { barWords } from './chain-words'

export const LANES = ['outdoors', 'racks', 'jars', 'hob'] as const
export type Lane = (typeof LANES)[number]
export const LANE_WORDS: Record<Lane, string> = {
  outdoors: 'out of doors',
  racks: 'racks, windows',
  jars: 'jars, steeps',
  hob: 'hob and vessels',
}

const LANE_OF: Record<ChainKind, Lane> = {
  gather: 'outdoors',
  dry: 'racks',
  ferment: 'jars',
  wash: 'hob',
  mordant: 'hob',
  steep: 'jars',
  pot: 'hob',
  finish: 'racks',
}

/** Something on a lane; instants in ms since 1970. */
export interface Bar {
  key: string
  lane: Lane
  /** Of bars that overlap: which row of its lane. */
  row: number
  from: number
  to: number
  /** Short, and in full. */
  words: string
  name: string
  hex: string | null
  /** Of a plan: it can be moved. */
  planned: { chain: ChainView; step: ChainStep } | null
  /** Where it leads; empty: to its plan. */
  link: string
}

const DAY_MS = 86_400_000
const HOUR_MS = 3_600_000

/** Strips that hang, until they want their next look: from their first day, or that one where it is not known. */
function stripsBar(set: TestSet): Omit<Bar, 'row'>[] {
  const { key, begunOn, endedOn, lookOn, tests } = set
  if (endedOn !== null || lookOn === null) return []
  return [
    {
      key,
      lane: 'racks',
      from: +dayjs(begunOn ?? lookOn),
      to: +dayjs(lookOn).endOf('day'),
      words: 'strips',
      name: `${setTitle(set)}: look at them`,
      hex: tests.find(({ hex }) => hex !== null)?.hex ?? null,
      planned: null,
      link: `/fastness?set=${key}`,
    },
  ]
}

/** Bars of plans, of planned pots, of standing jars and of strips that hang, each lane's rows as few as may be. */
export function barsOf(
  chains: readonly ChainView[],
  pots: readonly Pot[],
  jars: readonly JarView[],
  strips: readonly TestSet[] = [],
): Bar[] {
  const loose = [
    ...chains.flatMap((chain) =>
      chain.steps.map((step) => ({
        key: `${chain.plan.id}/${step.id}`,
        lane: LANE_OF[step.kind],
        from: step.from,
        to: step.to,
        words: barWords(step),
        name: `${chain.sourceName}: ${barWords(step)}`,
        hex: chain.hex,
        planned: { chain, step },
        link: '',
      })),
    ),
    ...pots.map((pot) => ({
      ...potSpan(pot),
      key: pot.id,
      lane: 'hob' as const,
      words: pot.code,
      name: pot.code,
      hex: null,
      planned: null,
      link: `/hob?pot=${pot.id}`,
    })),
    ...strips.flatMap((set) => stripsBar(set)),
    ...jars.map((jar) => ({
      key: jar.id,
      lane: 'jars' as const,
      from: Date.parse(jar.startedAt),
      to: Date.parse(jar.startedAt) + jar.outlook.toDays * DAY_MS,
      words: `${jar.sourceName}, ${jar.code}`,
      name: `${jar.sourceName}, ${jar.code}`,
      hex: jar.rounds.filter(({ hex }) => hex).at(-1)?.hex ?? null,
      planned: null,
      link: `/jars?jar=${jar.id}`,
    })),
  ]
  const ends = new Map<string, number>()
  return loose
    .sort((a, b) => a.from - b.from)
    .map((bar) => {
      let row = 0
      while ((ends.get(`${bar.lane}/${row}`) ?? -Infinity) > bar.from) row++
      ends.set(`${bar.lane}/${row}`, bar.to)
      return { ...bar, row }
    })
}

/** When a planned pot falls: by its steps, or on its day. */
function potSpan({ plan, dyedOn }: Pot): { from: number; to: number } {
  const starts = (plan?.starts ?? []).map(({ at }) => Date.parse(at))
  if (starts.length > 0) {
    const lengths = new Map(present(plan).steps.map(({ id, minutes }) => [id, minutes]))
    const ends = (plan?.starts ?? []).map(
      ({ stepId, at }) => Date.parse(at) + (lengths.get(stepId) ?? 0) * 60_000,
    )
    return { from: Math.min(...starts), to: Math.max(...ends) }
  }
  const noon = +dayjs(dyedOn).hour(12)
  return { from: noon, to: noon + 4 * HOUR_MS }
}

/** The day a step comes to lie on when it is moved by so many days. */
export const movedTo = ({ from }: ChainStep, days: number): string =>
  dayjs(from).add(days, 'day').format('YYYY-MM-DD')
