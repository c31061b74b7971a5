import { ref } from 'vue'
import dayjs from 'dayjs'
import { newId } from '~~/shared/ids'
import {
  newPotSchema,
  newPotsSchema,
  potChangeSchema,
  type NewPot,
  type Pot,
  type PotChange,
} from '~~/shared/schemas/pot/pot'
import { potBodies, type PotParts } from './pot-body'
import type { PotPlanning } from './usePotPlan'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'

const numberOrNull = (typed: number | string) => (typed === '' ? null : typed)

/** Keeps a plan, lights it, or writes down a pot that was dyed already. */
export function useKeepPot(plan: PotPlanning) {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const doneId = ref(newId())

  const parts = (): PotParts => ({
    draft: plan.draft,
    lots: plan.lots.map(({ lot, massG }) => ({ lotId: lot.id, massG: massG ?? 0 })),
    pieces: plan.pieces,
    wayName: plan.own?.name ?? '',
    steps: plan.steps,
    tempC: plan.tempC,
    minutes: plan.minutes,
    pourL: plan.water ? Number(plan.water.pourL.toPrecision(3)) : plan.draft.waterL,
    powerW: plan.isHeated ? (plan.burner?.powerW ?? null) : null,
    predictions: plan.predictions,
    times: plan.times,
    trial: plan.trial,
  })

  function isStopped(): boolean {
    if (plan.standing.length === 0) return false
    failure.value = 'Something is to be cleared up, or meant with a word of why: see the cautions.'
    return true
  }
  const keepHabits = () => {
    const { way, ownWayId, water, size, lid, vesselId, burner } = plan.draft
    plan.clear({ way, ownWayId, water, size, lid, vesselId, burner })
  }

  /** @returns the planned pots; null where they were refused, and all that was typed stays */
  async function keepPlan(): Promise<Pot[] | null> {
    failure.value = ''
    if (plan.lots.length === 0 && !plan.from) {
      errors.value = { '/lots': 'Choose a lot to dye with.' }
      return null
    }
    if (plan.pieces.length === 0) {
      errors.value = { '/pieces': 'Choose at least one piece.' }
      return null
    }
    const kept = await save<{ pots: NewPot[] }, { items: Pot[] }>(
      newPotsSchema,
      { pots: potBodies(parts()) },
      (body) => api.post<{ items: Pot[] }>('moves/pots', body),
      ({ items }) => `Planned ${items.map(({ code }) => code).join(', ')}.`,
    )
    if (!kept) return null
    keepHabits()
    return kept.items
  }

  /** Plans and lights at once: what it takes leaves the loft. */
  async function lightNow(): Promise<Pot[] | null> {
    if (isStopped()) return null
    const overrides = [...plan.overrides]
    const pots = await keepPlan()
    if (!pots) return null
    for (const pot of pots) {
      const lit = await save<PotChange, Pot>(
        potChangeSchema,
        { light: { at: dayjs().format(), overrides } },
        (body) => api.patch<Pot>(`pots/${pot.id}`, body, pot.rev),
        (item) => `Lit ${item.code}.`,
      )
      if (!lit) return pots
    }
    return pots
  }

  /** A pot of the past, with its swatches to be read. */
  async function keepDone(): Promise<Pot | null> {
    if (isStopped()) return null
    const { draft } = plan
    const body = {
      id: doneId.value,
      dyedOn: draft.dyedOn,
      way: draft.way,
      lots: plan.lots.map(({ lot, massG }) => ({ lotId: lot.id, massG: massG ?? 0 })),
      pieces: draft.pieceIds.map((pieceId) => ({ pieceId })),
      waterL: draft.waterL,
      tempC: numberOrNull(draft.tempC),
      minutes: numberOrNull(draft.minutes),
      finalPh: numberOrNull(draft.finalPh),
      note: draft.note,
      ...(draft.vesselId && { vesselId: draft.vesselId }),
      overrides: [...new Map(plan.overrides.map((each) => [each.code, each])).values()],
    }
    const pot = await save<NewPot, Pot>(
      newPotSchema,
      body,
      (checked) => api.post<Pot>('pots', checked),
      (item) => `Kept ${item.code}: ${item.pieces.length} swatches wait to be read.`,
    )
    if (!pot) return null
    doneId.value = newId()
    keepHabits()
    return pot
  }

  return { saving, failure, errors, keepPlan, lightNow, keepDone }
}
