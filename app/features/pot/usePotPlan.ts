import { computed, reactive, ref, watch, type InjectionKey } from 'vue'
import { mordantMarks } from '~~/catalogue/agents'
import { fibreFacts, FIBRES } from '~~/catalogue/fibres'
import { TANNIN_PARTS } from '~~/catalogue/parts'
import { COLD_WAYS, type Way } from '~~/catalogue/ways'
import { takesSource } from '~~/core/fibre/takes'
import { plantNeededG } from '~~/core/harvest/ratio'
import { roundToMilligram } from '~~/core/harvest/net-mass'
import { standingGuards, type Override } from '~~/core/safety/guards'
import { mordantGap } from '~~/core/safety/needs-mordant'
import { potGuards } from '~~/core/safety/pot-guards'
import { guardedPiece } from '~~/shared/fibre-facts'
import { newId } from '~~/shared/ids'
import type { Lot } from '~~/shared/schemas/lot'
import { mordantsOf, type Piece } from '~~/shared/schemas/piece'
import { newPotSchema, type NewPot, type Pot } from '~~/shared/schemas/pot'
import type { Source } from '~~/shared/schemas/source'
import type { StrengthGroup, StrengthView } from '~~/shared/strength-view'
import { isMordanted } from '~/features/basket/readiness'
import { localToday } from '~/features/today/dates'

export interface PotStock {
  lots: Lot[]
  pieces: Piece[]
  sources: Map<string, Source>
}

/** Grams are weighed to a tenth: more would be false precision on a kitchen scale. */
const toTenth = (massG: number) => Math.round(massG * 10) / 10

/** A pot before it is lit: what, on what, at which ratio; every gram follows from these. */
export function usePotPlan(stock: () => PotStock | null, strength: () => StrengthView | null) {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const id = ref(newId())

  const { draft, clear } = useDraft('pot', () => ({
    lotId: '',
    pieceIds: [] as string[],
    ratioDry: 0.4,
    dyedOn: localToday(),
    way: 'simmer' as Way,
    waterL: null as number | null,
    tempC: '' as number | string,
    minutes: '' as number | string,
    finalPh: '' as number | string,
    note: '',
    whys: {} as Record<string, string>,
  }))

  const lot = computed(() => stock()?.lots.find((each) => each.id === draft.lotId) ?? null)
  const source = computed(() =>
    lot.value ? (stock()?.sources.get(lot.value.sourceId) ?? null) : null,
  )
  const pieces = computed(() => stock()?.pieces.filter((p) => draft.pieceIds.includes(p.id)) ?? [])
  const fibreG = computed(() => pieces.value.reduce((sum, piece) => sum + piece.dryG, 0))

  // a draft may name what is gone since: used up, or set aside
  watch(stock, (now) => {
    if (!now) return
    if (!now.lots.some((each) => each.id === draft.lotId)) draft.lotId = ''
    draft.pieceIds = draft.pieceIds.filter((each) => now.pieces.some((p) => p.id === each))
  })

  const wantedG = computed(() =>
    lot.value && fibreG.value > 0
      ? toTenth(plantNeededG(draft.ratioDry, fibreG.value, lot.value.dryFraction))
      : null,
  )
  const leftAfterG = computed(() =>
    lot.value && wantedG.value !== null ? roundToMilligram(lot.value.leftG - wantedG.value) : null,
  )
  const ratioWeighed = computed(() =>
    lot.value ? draft.ratioDry / lot.value.dryFraction : draft.ratioDry,
  )
  const gap = computed(() =>
    source.value
      ? mordantGap(
          source.value.needsMordant,
          pieces.value.map((p) => ({ code: p.code, dryG: p.dryG, mordanted: isMordanted(p) })),
        )
      : null,
  )
  /** Skins among the pieces: only ways without heat are offered. */
  const coldOnly = computed(() =>
    pieces.value.some(({ fibre }) => fibreFacts(fibre).limits.mostC === null),
  )
  watch(coldOnly, (isCold) => {
    if (isCold && !COLD_WAYS.includes(draft.way)) draft.way = 'coldSteep'
  })
  const guards = computed(() => {
    const ph = draft.finalPh === '' ? null : Number(draft.finalPh)
    return potGuards({
      pieces: pieces.value.map((piece) => guardedPiece(piece)),
      tempC: draft.tempC === '' ? null : Number(draft.tempC),
      isCold: COLD_WAYS.includes(draft.way),
      ph,
      brings: [
        ...(draft.way === 'ammoniaFerment' ? (['ammonia'] as const) : []),
        ...(ph !== null && ph < 6 ? (['acid'] as const) : []),
      ],
      needsMordant: source.value?.needsMordant ?? 'unknown',
    })
  })
  const overrides = computed(() =>
    guards.value.flatMap(({ code, level }): Override[] => {
      const why = draft.whys[code]?.trim()
      return level === 'grave' && why ? [{ code, why }] : []
    }),
  )
  const standing = computed(() => standingGuards(guards.value, overrides.value))

  /** How each fibre in the pot takes this source, as far as is commonly known. */
  const taking = computed(() => {
    const from = source.value
    if (!from) return []
    const facts = {
      needsMordant: from.needsMordant,
      bringsTannin: TANNIN_PARTS.includes(from.part),
      isLeafBlue: from.ways.includes('leafRub'),
      isLichen: from.group === 'lichen',
    }
    const words = pieces.value.map((piece) => {
      const { label } = fibreFacts(piece.fibre)
      const told = takesSource(fibreFacts(piece.fibre), facts, isMordanted(piece))
      return told.taking === 'well' ? '' : `${label}: ${told.words}`
    })
    return [...new Set(words)].filter(Boolean)
  })

  /** The curve a piece would lie on. */
  function groupFor(piece: Piece): StrengthGroup | null {
    const fibreClass = FIBRES[piece.fibre].class
    const mordant = mordantMarks(mordantsOf(piece))
    return (
      strength()?.groups.find(
        (group) =>
          group.fibreClass === fibreClass &&
          group.mordant === mordant &&
          group.phBand === 'asItCame',
      ) ?? null
    )
  }
  /** The curve the ribbon is painted from: the best known of those the pieces lie on. */
  const group = computed(() => {
    const known = pieces.value.map(groupFor).filter((each) => each !== null)
    const best = known.sort((a, b) => b.n - a.n)[0] ?? null
    return pieces.value.length > 0 ? best : (strength()?.groups[0] ?? null)
  })

  /** All that is left of the lot, on these pieces. */
  function useAll() {
    if (!lot.value || fibreG.value === 0) return
    draft.ratioDry = (lot.value.leftG * lot.value.dryFraction) / fibreG.value
  }

  const numberOrNull = (typed: number | string) => (typed === '' ? null : typed)

  async function keep(): Promise<Pot | null> {
    if (standing.value.length > 0) {
      failure.value =
        'Something is to be cleared up, or meant with a word of why: see the cautions.'
      return null
    }
    const body = {
      id: id.value,
      dyedOn: draft.dyedOn,
      way: draft.way,
      lots: lot.value ? [{ lotId: lot.value.id, massG: wantedG.value ?? 0 }] : [],
      pieces: draft.pieceIds.map((pieceId) => ({ pieceId })),
      waterL: draft.waterL,
      tempC: numberOrNull(draft.tempC),
      minutes: numberOrNull(draft.minutes),
      finalPh: numberOrNull(draft.finalPh),
      note: draft.note,
      overrides: [...new Map(overrides.value.map((each) => [each.code, each])).values()],
    }
    const pot = await save<NewPot, Pot>(
      newPotSchema,
      body,
      (checked) => api.post<Pot>('pots', checked),
      (item) => `Kept ${item.code}: ${item.pieces.length} swatches wait to be read.`,
    )
    if (!pot) return null
    id.value = newId()
    clear({ way: draft.way, tempC: draft.tempC, minutes: draft.minutes })
    return pot
  }

  return reactive({
    draft,
    lot,
    source,
    pieces,
    fibreG,
    wantedG,
    leftAfterG,
    ratioWeighed,
    gap,
    coldOnly,
    guards,
    taking,
    group,
    groupFor,
    useAll,
    saving,
    failure,
    errors,
    keep,
  })
}

export type PotPlan = ReturnType<typeof usePotPlan>

/** The plan of the page, for the parts that show and change it. */
export const POT_PLAN: InjectionKey<PotPlan> = Symbol('pot plan')
