import { computed, reactive, ref, watch, type InjectionKey } from 'vue'
import { fibreFacts } from '~~/catalogue/fibres'
import { TANNIN_PARTS } from '~~/catalogue/parts'
import { COLD_WAYS, wayFacts } from '~~/catalogue/ways'
import { takesSource } from '~~/core/fibre/takes'
import { plantNeededG } from '~~/core/harvest/ratio'
import { roundToMilligram } from '~~/core/harvest/net-mass'
import { standingGuards, type Override } from '~~/core/safety/guards'
import { mordantGap } from '~~/core/safety/needs-mordant'
import { potGuardsOf } from '~~/shared/rules/pot/pot-guards'
import type { StrengthView } from '~~/shared/views/strength/strength'
import { isMordanted } from '~/features/basket/readiness'
import { blankPot, FIRST_RATIO } from './pot-draft'
import { curveKey, groupOf, knownCurve } from './pot-curves'
import { planSteps } from './plan-steps'
import { timesOf } from './times-of'
import { usePredictions } from './usePredictions'
import type { PotStock } from './usePotStock'
import { useTrial } from './useTrial'
import { heatOf, waterOf } from './water-of'
import { phBandOf } from '~~/shared/rules/strength/condition'

/** Grams are weighed to a tenth: more would be false precision on a kitchen scale. */
const toTenth = (massG: number) => Math.round(massG * 10) / 10
/** A later bath finds so much of the dye left; an assumption, said as such. */
export const LEFT_AFTER_BATH = 0.4
/** Without a vessel that is known, a middling pot. */
const USUAL_VESSEL_L = 10
const numberOrNull = (typed: number | string) =>
  typed === '' || Number.isNaN(Number(typed)) ? null : Number(typed)

/** A pot before it is lit: what, on what, at which ratio; every gram follows from these. */
export function usePotPlan(
  stock: () => PotStock | null,
  known: () => Map<string, StrengthView>,
  now: () => number,
) {
  const { draft, clear } = useDraft('pot-plan', blankPot)
  /** Which of the lots the ribbon sets. */
  const active = ref(0)

  const pieces = computed(() => stock()?.pieces.filter((p) => draft.pieceIds.includes(p.id)) ?? [])
  const fibreG = computed(() => pieces.value.reduce((sum, piece) => sum + piece.dryG, 0))
  const from = computed(() => (draft.fromPotId ? (stock()?.from ?? null) : null))
  const lots = computed(() =>
    draft.lots.flatMap(({ lotId, ratioDry }) => {
      const lot = stock()?.lots.find((each) => each.id === lotId)
      const source = lot && stock()?.sources.get(lot.sourceId)
      if (!lot || !source) return []
      const massG =
        fibreG.value > 0 ? toTenth(plantNeededG(ratioDry, fibreG.value, lot.dryFraction)) : null
      return [
        {
          lot,
          source,
          ratioDry,
          massG,
          leftG: massG === null ? null : roundToMilligram(lot.leftG - massG),
        },
      ]
    }),
  )
  const current = computed(() => lots.value[active.value] ?? lots.value[0] ?? null)
  const ratioDry = computed({
    get: () => draft.lots[active.value]?.ratioDry ?? FIRST_RATIO,
    set: (ratio: number) => void (draft.lots[active.value]!.ratioDry = ratio),
  })

  // a draft may name what is gone since: used up, or set aside
  watch(stock, (there) => {
    if (!there) return
    for (const each of draft.lots) {
      if (!there.lots.some(({ id }) => id === each.lotId)) each.lotId = ''
    }
    draft.pieceIds = draft.pieceIds.filter((id) => there.pieces.some((p) => p.id === id))
    if (draft.vesselId && !there.vessels.some(({ id }) => id === draft.vesselId))
      draft.vesselId = ''
    if (active.value >= draft.lots.length) active.value = 0
  })

  const tempC = computed(() => numberOrNull(draft.tempC) ?? wayFacts(draft.way).dyeC)
  const minutes = computed(() => numberOrNull(draft.minutes) ?? wayFacts(draft.way).dyeMin)
  const vessel = computed(() => stock()?.vessels.find(({ id }) => id === draft.vesselId) ?? null)
  const burner = computed(() => {
    const burners = stock()?.settings.burners ?? []
    return burners.find(({ name }) => name === draft.burner) ?? burners[0] ?? null
  })
  const own = computed(() => stock()?.ways.find(({ id }) => id === draft.ownWayId) ?? null)
  const coldOnly = computed(() =>
    pieces.value.some(({ fibre }) => fibreFacts(fibre).limits.maxTempC === null),
  )
  watch(coldOnly, (isCold) => {
    if (isCold && !COLD_WAYS.includes(draft.way)) [draft.way, draft.ownWayId] = ['coldSteep', null]
  })
  const vesselL = computed(() => vessel.value?.fullL ?? USUAL_VESSEL_L)

  const water = computed(() =>
    waterOf({
      lots: lots.value.map(({ lot, source, massG, ratioDry: dry }) => ({
        massG: massG ?? 0,
        dryG: dry * fibreG.value,
        state: lot.state,
        source,
      })),
      pieces: pieces.value,
      size: draft.size || 'chopped',
      isStrained: wayFacts(draft.way).strained,
      vesselL: vesselL.value,
      lid: draft.lid,
      hours: minutes.value / 60,
      tempC: tempC.value ?? 20,
      ownL: draft.waterL,
    }),
  )
  const isHeated = computed(() =>
    (own.value?.steps ?? wayFacts(draft.way).steps).some(({ kind }) => kind === 'heat'),
  )
  const heat = computed(() =>
    water.value && burner.value && isHeated.value
      ? heatOf({
          waterL: water.value.pourL,
          kettleL: draft.kettleL ?? 0,
          vesselL: vesselL.value,
          toC: tempC.value ?? 82,
          powerW: burner.value.powerW,
          lid: draft.lid,
          altitudeM: stock()?.settings.altitudeM ?? 0,
        })
      : null,
  )

  const steps = computed(() =>
    planSteps(draft.way, own.value, {
      heatMin: heat.value?.minutes ?? null,
      tempC: tempC.value,
      dyeMin: minutes.value,
      isLaterBath: draft.fromPotId !== null,
      coats: draft.coats,
    }),
  )
  const times = computed(() => {
    const there = stock()
    if (!there || pieces.value.length === 0) return null
    const by = draft.when === 'by' && draft.by ? Date.parse(draft.by) : null
    return timesOf({
      steps: steps.value,
      settings: there.settings,
      open: there.open,
      potId: null,
      now: now(),
      by: Number.isNaN(by) ? null : by,
    })
  })

  const needsMordant = computed(() => {
    const all = lots.value.map(({ source }) => source.needsMordant)
    if (all.includes('yes')) return 'yes' as const
    return all.includes('unknown') || all.length === 0 ? ('unknown' as const) : ('no' as const)
  })
  const finalPh = computed(() => draft.ph?.target ?? numberOrNull(draft.finalPh))
  const guards = computed(() =>
    potGuardsOf(
      {
        way: draft.way,
        tempC: tempC.value,
        ph: finalPh.value,
        waterL: water.value?.pourL ?? null,
        additions: draft.additions,
        needsMordant: needsMordant.value,
        vessel: vessel.value,
      },
      pieces.value,
    ),
  )
  const overrides = computed(() =>
    guards.value.flatMap(({ code, level }): Override[] => {
      const why = draft.justifications[code]?.trim()
      return level === 'grave' && why ? [{ code, why }] : []
    }),
  )
  const standing = computed(() => standingGuards(guards.value, overrides.value))
  const gap = computed(() => {
    const there = pieces.value.map((piece) => ({ ...piece, mordanted: isMordanted(piece) }))
    return mordantGap(needsMordant.value, there)
  })

  /** How each fibre in the pot takes these sources, as far as is commonly known. */
  const taking = computed(() => {
    const words = lots.value.flatMap(({ source }) =>
      pieces.value.map((piece) => {
        const told = takesSource(
          fibreFacts(piece.fibre),
          {
            needsMordant: source.needsMordant,
            bringsTannin: TANNIN_PARTS.includes(source.part),
            isLeafBlue: source.ways.includes('leafRub'),
            isLichen: source.group === 'lichen',
          },
          isMordanted(piece),
        )
        return told.taking === 'well' ? '' : `${fibreFacts(piece.fibre).label}: ${told.words}`
      }),
    )
    return [...new Set(words)].filter(Boolean)
  })

  // what lies behind each colour: a curve for every source and kind of piece
  const bath = computed(() => ({ band: phBandOf(finalPh.value), way: draft.way }))
  const bathLots = computed(() => {
    if (!from.value) {
      return lots.value.map(({ lot, source, ratioDry: dry }) => ({
        source,
        ratioDry: dry,
        lot: lot.id as string | undefined,
      }))
    }
    const before = from.value
    const beforeG = before.pieces.reduce((sum, { dryG }) => sum + dryG, 0)
    return before.lots.flatMap((each) => {
      const source = stock()?.sources.get(each.sourceId)
      if (!source || fibreG.value === 0) return []
      const share = LEFT_AFTER_BATH ** before.bathNumber
      const dry = (each.massG * each.dryFraction * share) / Math.max(fibreG.value, beforeG)
      return [{ source, ratioDry: dry, lot: each.lotId as string | undefined }]
    })
  })
  // by id: a ratio that moves leaves the curves, and what the worker made of them, as they are
  const bathSourceIds = computed(() => bathLots.value.map(({ source }) => source.id).join(' '))
  const curveList = computed(() => {
    const byKey = new Map<string, ReturnType<typeof knownCurve>>()
    const sources = bathSourceIds.value.split(' ').flatMap((id) => stock()?.sources.get(id) ?? [])
    for (const source of sources) {
      for (const piece of pieces.value) {
        const key = `${source.id} ${curveKey(piece, bath.value)}`
        if (byKey.has(key)) continue
        byKey.set(key, knownCurve(source, known().get(source.id), piece, bath.value))
      }
    }
    return byKey
  })
  const curves = computed(() => [...curveList.value.values()])
  const questions = computed(() => {
    const keys = [...curveList.value.keys()]
    return pieces.value.map((piece) => ({
      shares: bathLots.value.map(({ source, ratioDry: dry, lot }) => ({
        ratioDry: dry,
        lot,
        curve: keys.indexOf(`${source.id} ${curveKey(piece, bath.value)}`),
      })),
      bare: piece.bare && { reflectance: piece.bare.reflectance, lab: piece.bare.lab },
    }))
  })
  const { predictions, isAnswered, tookMs } = usePredictions(
    () => curves.value,
    () => (bathLots.value.length > 0 ? questions.value : []),
  )

  /** The curve the ribbon is painted from: the best known of those the pieces lie on. */
  const group = computed(() => {
    const source = current.value?.source
    if (!source) return null
    const told = known().get(source.id)
    const groups = pieces.value.map((piece) => groupOf(told, curveKey(piece, bath.value)))
    const best = groups.filter((each) => each !== null).sort((a, b) => b.n - a.n)[0]
    return best ?? (pieces.value.length > 0 ? null : (told?.groups[0] ?? null))
  })

  /** All that is left of the lot, on these pieces. */
  function useAll() {
    const lot = current.value?.lot
    if (!lot || fibreG.value === 0) return
    ratioDry.value = (lot.leftG * lot.dryFraction) / fibreG.value
  }

  const trial = useTrial(() =>
    lots.value.length > 0 && pieces.value.length > 0 && lots.value.every(({ massG }) => massG)
      ? {
          lots: lots.value.map(({ lot, massG }) => ({ lotId: lot.id, massG: massG! })),
          pieceIds: pieces.value.map(({ id }) => id),
          way: draft.way,
          wayName: own.value?.name ?? '',
          tempC: tempC.value,
          minutes: minutes.value,
          water: draft.water || null,
          size: draft.size || null,
          modifiers: [...new Set(draft.additions.map(({ agent }) => agent))],
        }
      : null,
  )

  return reactive({
    draft,
    clear,
    active,
    lots,
    current,
    ratioDry,
    pieces,
    fibreG,
    from,
    vessel,
    burner,
    own,
    tempC,
    minutes,
    coldOnly,
    water,
    heat,
    isHeated,
    steps,
    times,
    guards,
    overrides,
    standing,
    gap,
    taking,
    predictions,
    isAnswered,
    tookMs,
    group,
    useAll,
    trial,
  })
}

export type PotPlanning = ReturnType<typeof usePotPlan>

/** The plan of the page, for the parts that show and change it. */
export const POT_PLAN: InjectionKey<PotPlanning> = Symbol('pot plan')
