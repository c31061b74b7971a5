import { FIBRES, type Fibre } from '~~/catalogue/fibres'
import { wayFacts } from '~~/catalogue/ways'
import { isTooHot } from '~~/core/fibre/limits'
import { first } from '~~/core/present'
import { mayLast, measuredLight } from '~~/shared/rules/fastness/measured-light'
import type { SourceFastness } from '~~/shared/views/fastness/fastness'
import type { LightCurve, LightView, SearchedCurve } from '~/workers/match'
import type { StockLot } from '~/composables/useStock'
import type { WalkRow } from '~~/shared/views/walk/walk'

/** For what a colour is wanted, and what may be used. */
export interface MatchAsk {
  fibreG: number | null
  fibre: Fibre
  /** Local date; empty: any day. */
  by: string
  from: 'stock' | 'ready' | 'anything'
  /** Key of the mordant; empty: any. */
  mordant: string
  isLasting: boolean
  /** CIEDE2000. */
  within: number
  isTwoPots: boolean
}

export const FIRST_ASK: MatchAsk = {
  fibreG: null,
  fibre: 'wool',
  by: '',
  from: 'anything',
  mordant: '',
  isLasting: false,
  within: 3,
  isTwoPots: true,
}

/** A small piece, where nobody said how much: ratios are the same for any. */
export const USUAL_FIBRE_G = 100

export interface Around {
  stock: readonly StockLot[]
  walk: readonly WalkRow[]
  today: string
  /** What the log's own strips say of the light. */
  fastness: readonly SourceFastness[]
}

/** Why curves are left out, and how many. */
export type LeftOut = Partial<Record<'fibre' | 'mordant' | 'heat' | 'fades' | 'notAtHand', number>>

/** Air-dry plant of a source in stock that may be dyed with, g. */
export const stockDryG = (stock: readonly StockLot[], sourceId: string): number =>
  stock
    .filter((lot) => lot.sourceId === sourceId && !lot.held)
    .reduce((sum, { leftG, dryFraction }) => sum + leftG * dryFraction, 0)

const DAY_MS = 86_400_000

/** Days until a source can be gathered: 0 now; null: not known, or all year and nobody said. */
export function daysUntilReady(walk: readonly WalkRow[], sourceId: string): number | null {
  const row = walk.find(({ source }) => source.id === sourceId)
  if (!row?.readiness) return null
  return row.readiness.ready ? 0 : row.readiness.opensInDays
}

/** Curves that may be used for what is asked, and why the others may not. */
export function usableCurves(
  view: LightView,
  ask: MatchAsk,
  around: Around,
): { curves: SearchedCurve[]; leftOut: LeftOut } {
  const leftOut: LeftOut = {}
  const { class: fibreClass, limits } = FIBRES[ask.fibre]
  const curves = view.curves.flatMap((curve): SearchedCurve[] => {
    const why = (reason: keyof LeftOut) => {
      leftOut[reason] = (leftOut[reason] ?? 0) + 1
      return []
    }
    if (curve.fibreClass !== fibreClass) return why('fibre')
    if (ask.mordant && curve.mordant !== ask.mordant) return why('mordant')
    const { dyeC } = wayFacts(curve.way)
    if (curve.way === 'paintOn' || (dyeC !== null && isTooHot(limits, dyeC))) return why('heat')
    const fastness = view.sources.find(({ sourceId }) => sourceId === curve.sourceId)?.fastness
    const measured = measuredLight(around.fastness, curve)
    if (ask.isLasting && !mayLast(measured, fastness ?? 'unknown')) return why('fades')
    const mostRatio = dryAtHand(curve, ask, around) / (ask.fibreG ?? USUAL_FIBRE_G)
    const { id, leastRatio } = first(curve.dyes)
    if (mostRatio < leastRatio) return why('notAtHand')
    return [{ id, mostRatio: Number.isFinite(mostRatio) ? mostRatio : null }]
  })
  return { curves, leftOut }
}

/** Air-dry plant that can be had by the day, g; endless where it can be gathered. */
function dryAtHand(
  { sourceId }: LightCurve,
  ask: MatchAsk,
  { stock, walk, today }: Around,
): number {
  // a day that is named has to be kept, whatever else may be used
  if (ask.from === 'anything' && !ask.by) return Infinity
  const inStock = stockDryG(stock, sourceId)
  if (ask.from === 'stock') return inStock
  const days = daysUntilReady(walk, sourceId)
  const until = ask.by ? (Date.parse(ask.by) - Date.parse(today)) / DAY_MS : 0
  return days !== null && days <= until ? Infinity : inStock
}
