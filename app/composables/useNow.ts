import { useEventListener, useIntervalFn } from '@vueuse/core'
import { ref, type Ref } from 'vue'

/**
 * The present instant, ms since 1970, moved on every second and at once when the page is looked at
 * again: a hidden page's timers are held back.
 */
export function useNow(everyMs = 1000): Ref<number> {
  const now = ref(Date.now())
  const move = () => (now.value = Date.now())
  useIntervalFn(move, everyMs)
  useEventListener(globalThis.document, 'visibilitychange', move)
  return now
}
