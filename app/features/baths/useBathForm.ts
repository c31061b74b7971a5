import { dayMonth } from '~/format/calendar'
import { computed, reactive, ref, watch } from 'vue'
import { schemeFacts, type Scheme } from '~~/catalogue/mordant-schemes'
import { fibreFacts } from '~~/catalogue/fibres'
import { bathAgain, heldAfter, type BathLeft } from '~~/core/mordant/bath-again'
import { BATH_HEATS, type BathFinish, type BathHeat } from '~~/core/mordant/bath-steps'
import { gramsToWeigh } from '~~/core/mordant/hydrates'
import { standingGuards, type Guard, type Override } from '~~/core/safety/guards'
import { bathGuardsOf, leastLiquorL } from '~~/shared/rules/basket/bath-guards'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { newId } from '~~/shared/ids'
import { manyBathsSchema } from '~~/shared/schemas/basket/piece-moves'
import type { MordantBath, NewBath } from '~~/shared/schemas/basket/mordant-bath'
import type { ShelfItem } from '~~/shared/schemas/loft/shelf'
import { agentsFor, weighable, type AgentDraft } from '~~/shared/rules/basket/agents-for'
import { localToday } from '~/format/dates'
import { nowInstant, noonOf } from '~/format/instants'
import { useApi } from '~/composables/useApi'
import { useSave } from '~/composables/useSave'
import { first } from '~~/core/present'

/** One bath of several that are put together in one go. */
export interface BathDraft {
  id: string
  scheme: Scheme
  heat: BathHeat
  agents: AgentDraft[]
  pieceIds: string[]
  waterL: number | null
  vesselL: number | null
  tempC: number | null
  vessel: string
  finish: BathFinish
  rinse: boolean
  placing: 'before' | 'in' | 'after'
  againOf: string | null
  justifications: Record<string, string>
  note: string
}

export interface BathSurroundings {
  shelf: readonly ShelfItem[]
  /** Finished baths that may be used again. */
  earlier: readonly MordantBath[]
}

/** Less is no bath, however small the pieces. */
const LEAST_WATER_L = 0.5

/** Mordant baths being put together for the pieces in hand: as many schemes as wanted. */
export function useBathForm(
  rows: () => readonly BasketRow[],
  around: () => BathSurroundings | null,
) {
  const api = useApi()
  const { saving, failure, errors, save } = useSave()
  const baths = ref<BathDraft[]>([])
  const plannedFor = ref(localToday())
  const doneOn = ref(localToday())

  const rowsOf = ({ pieceIds }: BathDraft) => rows().filter(({ id }) => pieceIds.includes(id))
  const fibreOf = (bath: BathDraft) => rowsOf(bath).reduce((sum, { dryG }) => sum + dryG, 0)

  function blank(scheme: Scheme): BathDraft {
    const heat = first(schemeFacts(scheme).heats)
    return reactive({
      id: newId(),
      scheme,
      heat,
      agents: [],
      pieceIds: [],
      waterL: null,
      vesselL: null,
      tempC: BATH_HEATS[heat].tempC,
      vessel: '',
      finish: 'dried',
      rinse: false,
      placing: 'before',
      againOf: null,
      justifications: {},
      note: '',
    }) as BathDraft
  }

  /** Usual percentages, for the fibre that is in it now. */
  function setScheme(bath: BathDraft, scheme: Scheme) {
    bath.scheme = scheme
    setHeat(bath, first(schemeFacts(scheme).heats))
    bath.agents = agentsFor(scheme, fibreOf(bath))
    compute(bath)
  }
  function setHeat(bath: BathDraft, heat: BathHeat) {
    bath.heat = heat
    const bears = rowsOf(bath).map(({ fibre }) => fibreFacts(fibre).limits.maxTempC ?? 0)
    bath.tempC = Math.min(BATH_HEATS[heat].tempC, ...bears.filter((most) => most > 0))
  }

  /** What is likely left of an agent in a bath that is used again; null: it is a fresh one. */
  function leftOf(bath: BathDraft, agent: AgentDraft): BathLeft | null {
    const addedG: number[] = []
    const byId = new Map((around()?.earlier ?? []).map((each) => [each.id, each]))
    for (let at = byId.get(bath.againOf ?? ''); at; at = byId.get(at.againOf ?? '')) {
      const offered = at.agents.find((each) => each.agent === agent.agent)
      addedG.unshift(offered?.massG ?? 0)
    }
    if (addedG.length === 0) return null
    return bathAgain(heldAfter(addedG), gramsToWeigh(agent, fibreOf(bath)))
  }

  /** Grams and what they are taken from follow the fibre. */
  function compute(bath: BathDraft) {
    const fibreG = fibreOf(bath)
    for (const agent of bath.agents) {
      const wantedG = gramsToWeigh(agent, fibreG)
      const again = leftOf(bath, agent)
      agent.massG = weighable(again ? again.addG : wantedG)
      if (!agent.lotId) agent.shelfId = jarFor(agent)
    }
  }

  /** As much water as its pieces need to move: asked anew only when they are others. */
  function fill(bath: BathDraft) {
    bath.waterL = Math.max(LEAST_WATER_L, Math.round(10 * leastLiquorL(rowsOf(bath))) / 10)
    compute(bath)
  }

  /** The oldest jar of it that holds enough: it is used up first. */
  function jarFor({ agent, form, massG }: AgentDraft): string | null {
    const jars = around()?.shelf.filter((jar) => jar.agent === agent && jar.form === form) ?? []
    return (jars.find(({ leftG }) => leftG >= massG) ?? null)?.id ?? null
  }

  /** Pieces are shared out evenly among the baths, in their order. */
  function shareOut() {
    const ids = rows().map(({ id }) => id)
    const each = Math.ceil(ids.length / Math.max(1, baths.value.length))
    baths.value.forEach((bath, i) => {
      bath.pieceIds = ids.slice(i * each, (i + 1) * each)
      fill(bath)
    })
  }

  function add(scheme: Scheme) {
    const bath = blank(scheme)
    baths.value.push(bath)
    shareOut()
    setScheme(bath, scheme)
  }
  function remove(bath: BathDraft) {
    baths.value = baths.value.filter((each) => each !== bath)
    shareOut()
  }
  function moveTo(pieceId: string, bath: BathDraft) {
    for (const each of baths.value) {
      each.pieceIds = each.pieceIds.filter((id) => id !== pieceId)
    }
    bath.pieceIds.push(pieceId)
    baths.value.forEach(fill)
  }

  // the usual scheme of what is in hand: alum for wool, tannin first for cotton, cold for skins
  watch(
    [rows, around],
    ([now, there]) => {
      if (!there || now.length === 0 || baths.value.length > 0) return
      const { scheme } = fibreFacts(first(now).fibre)
      add(scheme === 'none' ? 'alum' : scheme)
      const isSkin = now.some(({ fibre }) => fibreFacts(fibre).limits.maxTempC === null)
      if (isSkin && baths.value[0]) setHeat(baths.value[0], 'cold')
    },
    { immediate: true },
  )

  /** Grams follow what is changed of an agent. */
  function edit(bath: BathDraft, agent: AgentDraft, change: Partial<AgentDraft>) {
    Object.assign(agent, change)
    compute(bath)
  }

  /** Another bath's liquor in the place of a fresh one, or none (`null`). */
  function setAgain(bath: BathDraft, earlierId: string | null) {
    bath.againOf = earlierId
    compute(bath)
  }

  const guardsOf = (bath: BathDraft): Guard[] =>
    bath.pieceIds.length === 0
      ? []
      : bathGuardsOf({ ...bath, tempC: bath.tempC ?? 0 }, rowsOf(bath))
  const overridesOf = (bath: BathDraft): Override[] =>
    Object.entries(bath.justifications).flatMap(([code, why]) =>
      why.trim() ? [{ code: code as Override['code'], why: why.trim() }] : [],
    )
  const standing = computed(() =>
    baths.value.flatMap((bath) => standingGuards(guardsOf(bath), overridesOf(bath))),
  )

  async function keep(as: 'begun' | 'planned' | 'done'): Promise<MordantBath[] | null> {
    const used = baths.value.filter(({ pieceIds }) => pieceIds.length > 0)
    // of a bath of the past its day is known: noon is in the middle of it
    const startedAt = as === 'planned' ? null : as === 'begun' ? nowInstant() : noonOf(doneOn.value)
    const body = {
      baths: used.map(({ justifications: _, ...bath }) => ({
        ...bath,
        tempC: bath.tempC ?? undefined,
        overrides: overridesOf({ ...bath, justifications: _ }),
        startedAt,
        endedAt: as === 'done' ? startedAt : null,
        plannedFor: as === 'planned' ? plannedFor.value : null,
      })),
    }
    let made: MordantBath[] = []
    const done = await save<{ baths: NewBath[] }, { items: MordantBath[] }>(
      manyBathsSchema,
      body,
      (checked) => api.post<{ items: MordantBath[] }>('moves/baths', checked),
      ({ items }) => {
        made = items
        const codes = items.map(({ code }) => code).join(', ')
        if (as === 'begun') return `Began ${codes}.`
        const [words, day] =
          as === 'done' ? ['Wrote down', doneOn.value] : ['Planned', plannedFor.value]
        return `${words} ${codes} ${as === 'done' ? 'of' : 'for'} ${dayMonth(day)}.`
      },
    )
    return done && made
  }

  return {
    baths,
    plannedFor,
    doneOn,
    rowsOf,
    fibreOf,
    leftOf,
    guardsOf,
    standing,
    compute,
    add,
    remove,
    moveTo,
    setScheme,
    setHeat,
    setAgain,
    edit,
    keep,
    saving,
    failure,
    errors,
  }
}

export type BathForm = ReturnType<typeof useBathForm>
