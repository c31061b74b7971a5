import { hueSpreads } from '~~/core/match/hue-spread'
import { withShifts } from '~~/core/match/dye'
import type { ColourShift } from '~~/core/match/shift'
import { first, lookUp, present } from '~~/core/present'
import type { MatchCurve, MatchView } from '~~/shared/views/match/match'
import type { MatchWay } from '~~/core/match/close-look'
import { matchSteps, type MatchAnswer } from '~~/core/match/search'
import type { WantedColour } from '~~/core/match/chance'
import type { MatchDye } from '~~/core/match/dye'

/** A dye as a page needs to know it: what it is foretold from stays in the thread. */
interface LightDye {
  id: string
  bath: number
  leastRatio: number
}

export interface LightCurve extends Omit<MatchCurve, 'dyes'> {
  dyes: LightDye[]
}

export interface LightView extends Omit<MatchView, 'curves'> {
  curves: LightCurve[]
}

/** A curve that may be searched, to a dry ratio; null: as far as it was tried. */
export interface SearchedCurve {
  id: string
  mostRatio: number | null
}

export interface MatchSearch {
  curves: SearchedCurve[]
  wanted: WantedColour
  /** Whether two dyes in turn are looked at too. */
  isTwoPots: boolean
  /** What may be stirred in after a dye. */
  shifts: ColourShift[]
}

/** A dye that is searched, with what decides on what it may lie. */
interface SearchedDye {
  dye: MatchDye
  sourceId: string
  mordant: string
}

/** A way with its baths by the dye's own name. */
export interface FoundWay extends Omit<MatchWay, 'baths'> {
  baths: { id: string; bath: number; ratioDry: number; after: string | null }[]
}

export interface FoundWays {
  ways: FoundWay[]
  trial: (Omit<NonNullable<MatchAnswer['trial']>, 'dye'> & { id: string }) | null
  tookMs: number
}

/** So long is searched before other messages, such as to stop, get their turn. */
const SLICE_MS = 25

let asked = 0
let known: MatchView | null = null

/** The search for a wanted colour, off the page's own thread. */
export const matching = {
  /**
   * Takes in what colours are matched from: a megabyte and more, which the page is spared.
   *
   * @param view given in tests; else it is asked of the server
   * @throws Error in the server's own words
   */
  async load(view?: MatchView): Promise<LightView> {
    known = view ?? (await askServer())
    return { ...known, curves: known.curves.map(lightOf) }
  },

  /** All that one dye is foretold from, by its curve's name. */
  dye: (id: string): MatchDye => present(allDyes().find((dye) => dye.id === id)),

  /** @returns null where it was stopped, or another search began */
  async search(
    { curves, wanted, isTwoPots, shifts }: MatchSearch,
    progress: (share: number) => void,
  ): Promise<FoundWays | null> {
    const own = ++asked
    const began = performance.now()
    const { uptake, foretelling } = present(known)
    const searched = searchedDyes(present(known), curves, shifts)
    const dyes = searched.map(({ dye }) => dye)
    const steps = matchSteps({
      dyes,
      hues: hueSpreads(dyes.map(({ hue }) => hue)),
      uptake,
      spreadFactor: foretelling?.spreadFactor ?? 1,
      wanted,
      ...(isTwoPots && { areAllowed: (a, b) => canShare(searched[a]!, searched[b]!) }),
    })
    let slice = performance.now()
    for (;;) {
      const step = steps.next()
      if (step.done) {
        return { ...named(step.value, dyes), tookMs: performance.now() - began }
      }
      if (performance.now() - slice < SLICE_MS) continue
      progress(step.value)
      await new Promise((resolve) => setTimeout(resolve))
      if (own !== asked) return null
      slice = performance.now()
    }
  },

  stop(): void {
    asked++
  },
}

const allDyes = () => present(known).curves.flatMap(({ dyes }) => dyes)

async function askServer(): Promise<MatchView> {
  const answer = await fetch('/api/match')
  const told = (await answer.json()) as MatchView & { detail?: string }
  if (!answer.ok) throw new Error(told.detail ?? 'The colours could not be asked for.')
  return told
}

const lightOf = (curve: MatchCurve): LightCurve => ({
  ...curve,
  dyes: curve.dyes.map(({ id, bath, ratios }) => ({ id, bath, leastRatio: first(ratios) })),
})

function searchedDyes(
  view: MatchView,
  curves: readonly SearchedCurve[],
  shifts: readonly ColourShift[],
): SearchedDye[] {
  const byId = new Map(view.curves.map((curve) => [first(curve.dyes).id, curve]))
  return curves.flatMap(({ id, mostRatio }) => {
    const { dyes, sourceId, mordant, phBand } = lookUp(byId, id)
    const within = dyes.flatMap((dye) => trimmed(dye, mostRatio ?? Infinity))
    // where nobody knows what else was stirred in, one thing more is not foretold
    const after = phBand === 'asItCame' ? within.flatMap((dye) => withShifts(dye, shifts)) : []
    return [...within, ...after].map((dye) => ({ dye, sourceId, mordant }))
  })
}

/** A dye at no more than a ratio; nothing where there is not even the least. */
function trimmed(dye: MatchDye, mostRatio: number): MatchDye[] {
  const n = dye.ratios.filter((ratio) => ratio <= mostRatio).length
  if (n === 0) return []
  if (n === dye.ratios.length) return [dye]
  return [{ ...dye, ratios: dye.ratios.slice(0, n), pieces: dye.pieces.slice(0, n) }]
}

/** A piece has one mordanting; what wants none takes on any. */
const canShare = (one: SearchedDye, other: SearchedDye): boolean =>
  one.sourceId !== other.sourceId &&
  (one.mordant === other.mordant || one.mordant === 'none' || other.mordant === 'none')

const named = ({ ways, trial }: MatchAnswer, dyes: readonly MatchDye[]) => ({
  ways: ways.map((way): FoundWay => ({
    ...way,
    baths: way.baths.map(({ dye, ratioDry }) => {
      const { id, bath, shift } = dyes[dye]!
      return { id, bath, ratioDry, after: shift?.agent ?? null }
    }),
  })),
  trial: trial && {
    id: dyes[trial.dye]!.id,
    ratioDry: trial.ratioDry,
    from: trial.from,
    to: trial.to,
  },
})
