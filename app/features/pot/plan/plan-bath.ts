import { computed, watch } from 'vue'
import { fibreFacts } from '~~/catalogue/fibres'
import { COLD_WAYS, isBathless, wayFacts } from '~~/catalogue/ways'
import { limitsOf } from '~~/shared/rules/basket/fibre'
import { coldWayOf, extractCOf, withinLimits } from '~~/shared/rules/pot/opens-with'
import type { PotDraft } from '../pot-draft'
import { isUnmetered } from '../unmetered-heats'
import { planSteps } from '../plan-steps'
import { timesOf } from '../times-of'
import type { PotStock } from '../usePotStock'
import { heatOf, waterOf } from '../water-of'
import type { PlanContents } from './plan-contents'

/** Without a vessel that is known, a middling pot. */
const USUAL_VESSEL_L = 10
/** Heat reckoned with where the way names none, °C. */
const USUAL_HEAT_C = 82
const ROOM_C = 20

/** What a planned bath stands in and on: vessel, burner, way, water, heat, steps and hours. */
export function usePlanBath(
  draft: PotDraft,
  stock: () => PotStock | null,
  { lots, pieces, fibreG }: Pick<PlanContents, 'lots' | 'pieces' | 'fibreG'>,
  now: () => number,
) {
  const sourceLimits = computed(() => lots.value.map(({ source }) => source.heatLimitC))
  const fibreLimits = computed(() => pieces.value.map((piece) => limitsOf(piece).maxTempC))
  const tempC = computed(
    () =>
      draft.tempC ??
      withinLimits(wayFacts(draft.way).dyeC, [...sourceLimits.value, ...fibreLimits.value]),
  )
  /** The plant alone: what the pieces bear does not count yet. */
  const extractC = computed(
    () => draft.extractC ?? withinLimits(extractCOf(draft.way), sourceLimits.value),
  )
  /** It is there already: an earlier bath's, or strained from a jar. */
  const isLiquorMade = computed(
    () =>
      draft.fromPotId !== null ||
      (lots.value.length > 0 && lots.value.every(({ lot }) => lot.state === 'liquor')),
  )
  /** Of the two, what the pot is brought to first. */
  const heatsToC = computed(() =>
    isLiquorMade.value ? tempC.value : (extractC.value ?? tempC.value),
  )
  const minutes = computed(() => draft.minutes ?? wayFacts(draft.way).dyeMin)
  const vessel = computed(() => stock()?.vessels.find(({ id }) => id === draft.vesselId) ?? null)
  const burner = computed(() => {
    if (isUnmetered(draft.burner)) return null
    const burners = stock()?.settings.burners ?? []
    return burners.find(({ name }) => name === draft.burner) ?? burners[0] ?? null
  })
  const own = computed(() => stock()?.ways.find(({ id }) => id === draft.ownWayId) ?? null)
  const coldOnly = computed(() =>
    pieces.value.some(({ fibre }) => fibreFacts(fibre).limits.maxTempC === null),
  )
  watch(coldOnly, (isCold) => {
    if (!isCold || COLD_WAYS.includes(draft.way)) return
    const source = lots.value[0]?.source
    ;[draft.way, draft.ownWayId] = [source ? coldWayOf(source) : 'coldSteep', null]
  })

  const vesselL = computed(() => vessel.value?.fullL ?? USUAL_VESSEL_L)
  const water = computed(() =>
    isBathless(draft.way)
      ? null
      : waterOf({
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
          lid: draft.lid || 'on',
          hours: minutes.value / 60,
          tempC: tempC.value ?? ROOM_C,
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
          toC: heatsToC.value ?? USUAL_HEAT_C,
          powerW: burner.value.powerW,
          lid: draft.lid || 'on',
          altitudeM: stock()?.settings.altitudeM ?? 0,
        })
      : null,
  )
  /** Water beside what liquor is poured in. */
  const thinL = computed(() =>
    isLiquorMade.value && water.value && water.value.liquorL > 0
      ? Math.max(0, water.value.pourL - water.value.liquorL)
      : 0,
  )
  const steps = computed(() =>
    planSteps(draft.way, own.value, {
      heatMin: heat.value?.minutes ?? null,
      tempC: tempC.value,
      extractC: extractC.value,
      dyeMin: minutes.value,
      isLiquorMade: isLiquorMade.value,
      thinL: thinL.value,
      coats: Math.max(draft.coats, ...Object.values(draft.pieceCoats)),
      isOnFire: draft.burner === 'open fire',
      additions: draft.additions,
      extraSteps: draft.extraSteps,
      ph: draft.ph,
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

  return {
    tempC,
    extractC,
    heatsToC,
    isLiquorMade,
    minutes,
    vessel,
    burner,
    own,
    coldOnly,
    water,
    isHeated,
    heat,
    steps,
    times,
  }
}
export type PlanBath = ReturnType<typeof usePlanBath>
