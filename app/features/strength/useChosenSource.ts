import { computed } from 'vue'
import type { SourceWithSwatches } from '~~/shared/views/strength/strength'
import { useApi } from '~/composables/useApi'
import { useLoaded } from '~/composables/useLoaded'

/** The source that a page of Strength is about: the one asked for, or that of most swatches. */
export function useChosenSource() {
  const route = useRoute()
  const api = useApi()
  const { data: sources, failure } = useLoaded(() =>
    api.get<{ items: SourceWithSwatches[] }>('strength'),
  )
  const items = computed(() => sources.value?.items ?? [])
  const sourceId = computed(
    () => (route.query.source as string | undefined) ?? items.value[0]?.sourceId ?? null,
  )
  return { isLoaded: computed(() => sources.value !== null), items, sourceId, failure }
}
