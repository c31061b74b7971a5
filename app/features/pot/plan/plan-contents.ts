import { computed, ref, watch, type ComputedRef } from 'vue'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { AmountBasis } from '~~/core/harvest/ratio-error'
import { roundToMilligram } from '~~/core/harvest/net-mass'
import { dryRatioOf, plantNeededG, plantToFibreRatio } from '~~/core/harvest/ratio'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Source } from '~~/shared/schemas/walk/source'
import { FIRST_RATIO, type DraftLot, type PotDraft } from '../pot-draft'
import type { PotStock } from '../usePotStock'

/** A lot in a planned bath, with what its ratio comes to. */
export interface PlannedLot {
  lot: Lot
  source: Source
  /** g air-dry plant per g dry fibre. */
  ratioDry: number
  /** In the lot's present state; null without fibre. */
  massG: number | null
  /** Not given: as the lot itself is known. */
  massBasis?: AmountBasis
  /** What the lot holds after it; below 0 where there is too little. */
  leftG: number | null
}

/** What a kitchen scale tells apart, g. */
const SCALE_G = 0.1

/** Grams are weighed to a tenth: more would be false precision on a kitchen scale. */
const toTenth = (massG: number) => Math.round(massG * 10) / 10

/** The lots of a draft that are in stock, each with its grams. */
function plannedLots(draft: PotDraft, stock: PotStock | null, fibreG: number): PlannedLot[] {
  return draft.lots.flatMap((each) => {
    const lot = stock?.lots.find(({ id }) => id === each.lotId)
    const source = lot && stock?.sources.get(lot.sourceId)
    if (!lot || !source) return []
    const massBasis = isUnknown(draft, each) ? 'unknown' : each.massBasis
    const told = { ...each, massBasis }
    const massG = massOf(told, lot, fibreG)
    return [
      {
        lot,
        source,
        ratioDry: ratioOf(told, lot, fibreG),
        massG,
        ...(massBasis && { massBasis }),
        leftG: massG === null ? null : roundToMilligram(lot.leftG - massG),
      },
    ]
  })
}

/**
 * Of a pot of the past neither mass nor ratio was told: what stands in the form is no fact. What is
 * painted on is as much as covers.
 */
const isUnknown = ({ mode, way }: PotDraft, { massG, massBasis, isSaid }: DraftLot): boolean =>
  massBasis === 'unknown' || ((mode === 'past' || way === 'paintOn') && massG === null && !isSaid)

function massOf({ massG, massBasis, ratioDry }: DraftLot, lot: Lot, fibreG: number) {
  if (massBasis === 'unknown') return 0
  // what was typed stands, but for a crumb more than there is
  if (massG !== null) return massG > lot.leftG ? orAllOf(lot, massG) : massG
  return fibreG > 0 ? orAllOf(lot, toTenth(plantNeededG(ratioDry, fibreG, lot.dryFraction))) : null
}

/** What a scale cannot tell from all that is left takes all of it: no crumb stays, none is short. */
const orAllOf = ({ leftG }: Lot, massG: number) =>
  Math.abs(massG - leftG) <= SCALE_G ? leftG : massG

/** What was weighed stays, whatever it is dyed on: then the ratio follows from it. */
const ratioOf = ({ massG, massBasis, ratioDry }: DraftLot, lot: Lot, fibreG: number) =>
  massG !== null && massBasis !== 'unknown' && fibreG > 0
    ? dryRatioOf(massG / fibreG, lot.dryFraction)
    : ratioDry

/** All pieces that may go in: undyed ones first. */
const offeredPieces = ({ pieces, dyedBefore }: PotStock): Piece[] => [...pieces, ...dyedBefore]

/** Takes out of a draft what is gone since: used up, or set aside. */
function dropWhatIsGone(draft: PotDraft, stock: PotStock): void {
  for (const each of draft.lots) {
    if (!stock.lots.some(({ id }) => id === each.lotId)) each.lotId = ''
  }
  const there = offeredPieces(stock)
  draft.pieceIds = draft.pieceIds.filter((id) => there.some((piece) => piece.id === id))
  if (draft.vesselId && !stock.vessels.some(({ id }) => id === draft.vesselId)) draft.vesselId = ''
}

/** What goes into a planned pot: lots and their ratios, pieces, and the bath it follows. */
export function usePlanContents(draft: PotDraft, stock: () => PotStock | null) {
  /** Which of the lots the ribbon sets. */
  const active = ref(0)
  const pieces = computed(() => {
    const there = stock()
    return there ? offeredPieces(there).filter(({ id }) => draft.pieceIds.includes(id)) : []
  })
  const fibreG = computed(() => pieces.value.reduce((sum, piece) => sum + piece.dryG, 0))
  const from = computed(() => (draft.fromPotId ? (stock()?.from ?? null) : null))
  const lots = computed(() => plannedLots(draft, stock(), fibreG.value))
  const current: ComputedRef<PlannedLot | null> = computed(
    () => lots.value[active.value] ?? lots.value[0] ?? null,
  )
  const ratioDry = computed({
    get: () => current.value?.ratioDry ?? draft.lots[active.value]?.ratioDry ?? FIRST_RATIO,
    set: (ratio: number) => {
      const each = draft.lots[active.value]
      if (!each) return
      each.ratioDry = ratio
      each.isSaid = true
      // whoever sets a ratio weighs out anew
      each.massG = null
      if (each.massBasis === 'unknown') each.massBasis = ''
    },
  })

  watch(stock, (there) => {
    if (!there) return
    dropWhatIsGone(draft, there)
    if (active.value >= draft.lots.length) active.value = 0
  })

  /** All that is left of the lot, on these pieces. */
  function useAll() {
    const lot = current.value?.lot
    if (!lot || fibreG.value === 0) return
    const dyestuff = [{ massG: lot.leftG, dryFraction: lot.dryFraction }]
    ratioDry.value = plantToFibreRatio({ dyestuff, fibreG: fibreG.value }).dry
  }

  return { active, pieces, fibreG, from, lots, current, ratioDry, useAll }
}
export type PlanContents = ReturnType<typeof usePlanContents>
