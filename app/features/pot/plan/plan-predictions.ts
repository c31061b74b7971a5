import { computed } from 'vue'
import { plantToFibreRatio } from '~~/core/harvest/ratio'
import { ratioLeft } from '~~/core/strength/baths-in-a-row'
import { leftErrorSd, usualTaken, type TakenShare } from '~~/core/strength/later-baths'
import type { KnownCurve } from '~~/core/strength/predict'
import type { StrengthGroup, StrengthView } from '~~/shared/views/strength/strength'
import { phBandOf } from '~~/shared/rules/strength/condition'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Source } from '~~/shared/schemas/walk/source'
import type { PieceQuestion } from '~/workers/pots.worker'
import { curveKey, groupOf, knownCurve, type BathKind } from '../pot-curves'
import type { PotDraft } from '../pot-draft'
import type { PresentColours } from '../usePresentColours'
import { usePredictions } from '../usePredictions'
import type { PotStock } from '../usePotStock'
import type { PlanContents, PlannedLot } from './plan-contents'
import type { Stuff } from '~~/shared/views/strength/stuff'
import { stuffOf } from '~~/shared/rules/strength/stuff'

/** A source's share of a bath. */
export interface BathLot {
  source: Source
  ratioDry: number
  /** SD of its logarithm, where it is not what was weighed in: what earlier baths left. */
  ratioErrorSd: number
  lotId: string
}

const lotsFresh = (lots: readonly PlannedLot[]): BathLot[] =>
  lots.map(({ lot, source, ratioDry }) => ({ source, ratioDry, ratioErrorSd: 0, lotId: lot.id }))

/**
 * What is left for the next bath of a liquor: what the first bath was charged with, less what each
 * bath since has taken. Told for the larger of both amounts of fibre, since less goes round.
 *
 * @param first the bath that the chain began with; its lots are those of all later ones
 * @param from the bath that was dyed last
 */
export function lotsLeft(
  first: Pot,
  from: Pick<Pot, 'bathNumber'>,
  fibreG: number,
  sourceOf: (id: string) => Source | undefined,
  takenOf: (source: Source) => TakenShare,
): BathLot[] {
  const firstG = first.pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  return first.lots.flatMap((each) => {
    const source = sourceOf(each.sourceId)
    if (!source || fibreG === 0) return []
    const charged = plantToFibreRatio({ dyestuff: [each], fibreG: Math.max(fibreG, firstG) }).dry
    const [taken, bath] = [takenOf(source), from.bathNumber + 1]
    const ratioDry = ratioLeft(charged, taken.mid, bath)
    return [{ source, ratioDry, ratioErrorSd: leftErrorSd(taken, bath), lotId: each.lotId }]
  })
}

/** The share a bath takes of what is left, learnt from a curve's later baths where there are any. */
export const takenByCurve = (group: StrengthGroup | null): TakenShare =>
  group?.curve?.answer.taken ?? usualTaken()

/** Every curve that some piece would lie on, once, by source and condition. */
function curvesBehind(
  sources: readonly Source[],
  pieces: readonly Piece[],
  bath: BathKind,
  known: ReadonlyMap<string, StrengthView>,
): Map<string, KnownCurve> {
  const byKey = new Map<string, KnownCurve>()
  for (const source of sources) {
    for (const piece of pieces) {
      const key = `${source.id} ${curveKey(source, piece, bath)}`
      if (!byKey.has(key)) byKey.set(key, knownCurve(source, known.get(source.id), piece, bath))
    }
  }
  return byKey
}

/** The best known of the curves that the pieces lie on; with no piece yet, the source's best. */
function bestGroup(
  view: StrengthView | undefined,
  pieces: readonly Piece[],
  bath: BathKind,
): StrengthGroup | null {
  const groups = pieces.map((piece) => groupOf(view, view && curveKey(view.source, piece, bath)))
  const best = groups.filter((each) => each !== null).sort((a, b) => b.n - a.n)[0]
  return best ?? (pieces.length > 0 ? null : (view?.groups[0] ?? null))
}

/** Colours to expect of a planned pot, and the curve its ribbon is painted from. */
export function usePlanPredictions(
  draft: PotDraft,
  stock: () => PotStock | null,
  known: () => ReadonlyMap<string, StrengthView>,
  { lots, pieces, fibreG, from, current }: PlanContents,
  finalPh: () => number | null,
  waterL: () => number | null,
  presentColours: PresentColours,
) {
  /** As the lot of a source says that it was prepared, and as fine as it is cut for this pot. */
  const stuffOfSource = (source: Source): Stuff => {
    const lot = lots.value.find((each) => each.source.id === source.id)?.lot
    return stuffOf({
      part: source.part,
      size: draft.size || null,
      isSpent: (lot?.extracted ?? 0) > 0,
      isAged: lot?.steps.some(({ kind }) => kind === 'aged') ?? false,
    })
  }
  const bath = computed((): BathKind => ({
    band: phBandOf(finalPh(), draft.additions, draft.waterL ?? waterL()),
    way: draft.way,
    stuffOf: stuffOfSource,
  }))
  const takenOf = (source: Source) =>
    takenByCurve(bestGroup(known().get(source.id), pieces.value, bath.value))
  /** What each bath of the liquor is taken to take; null for a first bath. */
  const taken = computed(() => {
    const first = from.value && stock()?.first
    const source = first?.lots[0] && stock()?.sources.get(first.lots[0].sourceId)
    return source ? takenOf(source) : null
  })
  const bathLots = computed(() => {
    const [before, first] = [from.value, stock()?.first]
    if (!before || !first) return lotsFresh(lots.value)
    return lotsLeft(first, before, fibreG.value, (id) => stock()?.sources.get(id), takenOf)
  })
  // by id: a ratio that moves leaves the curves, and what the worker made of them, as they are
  const sourceIds = computed(() => bathLots.value.map(({ source }) => source.id).join(' '))
  const curveList = computed(() => {
    const sources = sourceIds.value.split(' ').flatMap((id) => stock()?.sources.get(id) ?? [])
    return curvesBehind(sources, pieces.value, bath.value, known())
  })
  const curves = computed(() => [...curveList.value.values()])
  const questions = computed((): PieceQuestion[] => {
    const keys = [...curveList.value.keys()]
    // what was dyed before is dyed over: the colour it has now is its ground
    const groundOf = ({ id, bare }: Piece) => presentColours.get(id) ?? bare
    const colourOf = (reading: Piece['bare']) =>
      reading && { reflectance: reading.reflectance, lab: reading.lab }
    return pieces.value.map((piece) => ({
      shares: bathLots.value.map(({ source, ratioDry, ratioErrorSd, lotId }) => ({
        ratioDry,
        ratioErrorSd,
        lot: lotId,
        curve: keys.indexOf(`${source.id} ${curveKey(source, piece, bath.value)}`),
      })),
      bare: colourOf(groundOf(piece)),
    }))
  })
  const { predictions, isAnswered, tookMs } = usePredictions(
    () => curves.value,
    () => (bathLots.value.length > 0 ? questions.value : []),
  )
  const group = computed(() =>
    current.value
      ? bestGroup(known().get(current.value.source.id), pieces.value, bath.value)
      : null,
  )

  return { predictions, isAnswered, tookMs, group, taken }
}
