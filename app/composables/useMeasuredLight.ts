import { computed } from 'vue'
import { measuredLight, type LightOn } from '~~/shared/rules/fastness/measured-light'
import type { SourcesFastness } from '~~/shared/views/fastness/fastness'
import { useApi } from './useApi'
import { useLoaded } from './useLoaded'

/** What the log's own strips say of a source in the light. */
export function useMeasuredLight() {
  const api = useApi()
  const { data } = useLoaded(() => api.get<SourcesFastness>('fastness/sources'))
  return computed(() => {
    const items = data.value?.items ?? []
    return { items, of: (on: LightOn) => measuredLight(items, on) }
  })
}
