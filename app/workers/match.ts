import { hueSpreads } from '~~/core/match/hue-spread'
import type { OverdyeUptake } from '~~/core/match/overdye-uptake'
import { matchSteps, type MatchAnswer, type MatchWay } from '~~/core/match/search'
import type { WantedColour } from '~~/core/match/chance'
import type { MatchDye } from '~~/core/match/dye'

/** A dye that may be searched, with what decides on what it may lie. */
export interface SearchedDye {
  dye: MatchDye
  sourceId: string
  mordant: string
}

export interface MatchSearch {
  dyes: SearchedDye[]
  wanted: WantedColour
  /** Whether two dyes in turn are looked at too. */
  isTwoPots: boolean
  uptake: OverdyeUptake
  spreadFactor: number
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

/** The search for a wanted colour, off the page's own thread. */
export const matching = {
  /** @returns null where it was stopped, or another search began */
  async search(
    { dyes: searched, wanted, isTwoPots, uptake, spreadFactor }: MatchSearch,
    progress: (share: number) => void,
  ): Promise<FoundWays | null> {
    const own = ++asked
    const began = performance.now()
    const dyes = searched.map(({ dye }) => dye)
    const steps = matchSteps({
      dyes,
      hues: hueSpreads(dyes.map(({ hue }) => hue)),
      uptake,
      spreadFactor,
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
