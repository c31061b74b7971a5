import dayjs from 'dayjs'
import { newId } from '~~/shared/ids'
import { newPotsSchema, type NewPot, type Pot } from '~~/shared/schemas/pot/pot'
import { potChangeSchema, type PotChange } from '~~/shared/schemas/pot/pot-change'
import { formatCount } from '~~/core/quantity/format-count'
import { potBodies, type PotParts } from './pot-body'
import type { PotPlanning } from './usePotPlan'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'

/** Keeps a plan, lights it, or writes down a pot that was dyed already. */
export function useKeepPot(plan: PotPlanning) {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  // the same pot keeps its id until it is kept: sending it again is harmless
  let ids = new Map<string, string>()
  const idOf = (key: string) => {
    const id = ids.get(key) ?? newId()
    ids.set(key, id)
    return id
  }

  const parts = (): PotParts => ({
    draft: plan.draft,
    lots: plan.lots.map(({ lot, massG, massBasis }) => ({
      lotId: lot.id,
      massG: massG ?? 0,
      ...(massBasis && { massBasis }),
    })),
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
    ids = new Map()
    const { mode, way, ownWayId, water, lid, vesselId, burner } = plan.draft
    // of a pot of the past nothing is a habit: the next one was another day
    plan.clear(mode === 'past' ? { mode } : { way, ownWayId, water, lid, vesselId, burner })
  }

  /** What is missing, beside the button and at its field. */
  function isIncomplete(): boolean {
    const missing: Record<string, string> = {}
    if (plan.lots.length === 0 && !plan.draft.fromPotId)
      missing['/lots'] = 'Choose a lot to dye with.'
    if (plan.pieces.length === 0) missing['/pieces'] = 'Choose at least one piece.'
    errors.value = missing
    failure.value = Object.values(missing).join(' ')
    return failure.value !== ''
  }

  async function send(bodies: NewPot[], said: (codes: string, pots: Pot[]) => string) {
    const kept = await save<{ pots: NewPot[] }, { items: Pot[] }>(
      newPotsSchema,
      { pots: bodies },
      (body) => api.post<{ items: Pot[] }>('moves/pots', body),
      ({ items }) => said(items.map(({ code }) => code).join(', '), items),
    )
    if (kept) return kept
    // the fields are those of one pot, whichever of its jars was refused
    const ofFields = Object.entries(errors.value).map(
      ([pointer, words]) => [pointer.replace(/^\/pots\/\d+/, ''), words] as const,
    )
    errors.value = Object.fromEntries(ofFields)
    failure.value ||= [...new Set(Object.values(errors.value))].join(' ')
    return null
  }

  /** @returns the planned pots; null where they were refused, and all that was typed stays */
  async function keepPlan(): Promise<Pot[] | null> {
    if (isIncomplete()) return null
    const kept = await send(potBodies(parts(), idOf), (codes) => `Planned ${codes}.`)
    if (!kept) return null
    keepHabits()
    return kept.items
  }

  /** Plans and lights at once: what it takes leaves the loft. */
  async function lightNow(): Promise<Pot[] | null> {
    if (isIncomplete() || isStopped()) return null
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

  /** A pot of the past, or its jars, with their swatches to be read. */
  async function keepDone(): Promise<Pot[] | null> {
    // what is over cannot be prevented any more: cautions are shown, and stop nothing
    if (isIncomplete()) return null
    const overrides = [...new Map(plan.overrides.map((each) => [each.code, each])).values()]
    const bodies = potBodies(parts(), idOf).map((body) => ({ ...body, overrides }))
    const kept = await send(bodies, (codes, pots) => {
      const n = pots.reduce((sum, { pieces }) => sum + pieces.length, 0)
      return `Kept ${codes}: ${formatCount(n, 'swatch waits', 'swatches wait')} to be read.`
    })
    if (!kept) return null
    keepHabits()
    return kept.items
  }

  return { saving, failure, errors, keepPlan, lightNow, keepDone }
}
