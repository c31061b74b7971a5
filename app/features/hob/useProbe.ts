import { onScopeDispose, ref, watch } from 'vue'
import { parseJson } from '~~/core/json'

export interface ProbeShown {
  tempC: number
  ph: number
  isSettled: boolean
  isSimulated: boolean
}

/** What the probe in a pot shows, as it comes; null while there is none. */
export function useProbe(potId: () => string | null) {
  const shown = ref<ProbeShown | null>(null)
  let source: EventSource | null = null
  const close = () => {
    source?.close()
    source = null
    shown.value = null
  }
  watch(
    potId,
    (id) => {
      close()
      if (!id) return
      source = new EventSource(`/api/instruments/probe/${id}`)
      source.onmessage = ({ data }) => (shown.value = parseJson<ProbeShown>(data as string))
      // the browser tries again by itself; until then nothing is claimed
      source.onerror = () => (shown.value = null)
    },
    { immediate: true },
  )
  onScopeDispose(close)
  return shown
}
