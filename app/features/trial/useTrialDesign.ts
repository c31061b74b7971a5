import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from '#imports'
import type { Lot } from '~~/shared/schemas/loft/lot'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { Source } from '~~/shared/schemas/walk/source'
import { newTrialSchema, trialDesignSchema, type NewTrial } from '~~/shared/schemas/trial/trial'
import type { DesignView } from '~~/shared/views/trial/trial'
import { newId } from '~~/shared/ids'
import { PARTS } from '~~/catalogue/parts'
import { latestOnly } from '~/composables/latest'
import { useApi } from '~/composables/useApi'
import { useDraft } from '~/composables/useDraft'
import { useLoaded } from '~/composables/useLoaded'
import { useSave } from '~/composables/useSave'
import { localToday } from '~/format/dates'
import { messageOf } from '~~/core/present'
import { blankTrial, designOf, drawnSeed, type TrialDraft } from './trial-draft'
import { trialTitle } from './trial-words'

/** Typing is given so long to go on before it is asked what it would show, ms. */
const PAUSE_MS = 150

/** A trial that is being laid out: what it takes, what it would show, and its keeping. */
export function useTrialDesign() {
  const api = useApi()
  const { query } = useRoute()
  const { draft } = useDraft<TrialDraft>('trial', blankTrial)
  const { saving, failure, errors, save } = useSave()
  const { data: stock, failure: unloaded } = useLoaded(async () => {
    const lots = (await api.all<Lot>('lots', { inStock: true })).filter(({ held }) => !held)
    const ids = [...new Set(lots.map(({ sourceId }) => sourceId))]
    const sources = await Promise.all(ids.map((id) => api.get<Source>(`sources/${id}`)))
    return { lots, sources: new Map(sources.map((source) => [source.id, source])) }
  })
  const lotName = (lot: Lot) => {
    const source = stock.value?.sources.get(lot.sourceId)
    return source ? `${source.commonName} ${PARTS[source.part].label}` : lot.code
  }
  const lot = computed(() => stock.value?.lots.find(({ id }) => id === draft.lotId) ?? null)
  watch(stock, (now) => {
    // the fullest lot is as good as any to begin with
    // what an address brings stays, also where it is used up
    if (now && !lot.value && query.bath === undefined) {
      const most = [...now.lots].sort((a, b) => b.leftG - a.leftG)[0]
      if (most) draft.lotId = most.id
    }
  })

  const design = computed(() => designOf(draft))
  const view = shallowRef<DesignView | null>(null)
  const refused = ref('')
  const isAsking = ref(true)
  const ask = latestOnly()
  watchDebounced(
    design,
    async (asked) => {
      const isLatest = ask()
      if (trialDesignSchema.validate(asked).error) {
        view.value = null
        isAsking.value = false
        return
      }
      isAsking.value = true
      try {
        const { item } = await api.post<DesignView>('plan/design', asked)
        if (!isLatest()) return
        view.value = item
        refused.value = ''
      } catch (error) {
        if (isLatest()) refused.value = messageOf(error)
      } finally {
        if (isLatest()) isAsking.value = false
      }
    },
    { deep: true, immediate: true, debounce: PAUSE_MS },
  )

  const levels = computed(() => draft.levels[draft.factor].filter((level) => level !== null))
  const title = computed(() =>
    trialTitle(draft.factor, levels.value, lot.value ? lotName(lot.value) : ''),
  )

  /** @returns the planned pots; null where it was refused, and all that was typed stays */
  async function keep(): Promise<Pot[] | null> {
    const kept = await save<NewTrial, { items: Pot[] }>(
      newTrialSchema,
      { id: draft.id, words: title.value, on: localToday(), design: design.value },
      (body) => api.post<{ items: Pot[] }>('moves/trial', body),
      ({ items }) => `Laid out: ${items.map(({ code }) => code).join(', ')}.`,
    )
    if (!kept) return null
    // the next one is another trial, with lots of its own
    Object.assign(draft, { id: newId(), seed: drawnSeed() })
    return kept.items
  }

  return {
    draft,
    stock,
    lot,
    lotName,
    view,
    isAsking,
    title,
    keep,
    saving,
    failure,
    errors,
    refused,
    unloaded,
  }
}
