import { useIntervalFn } from '@vueuse/core'
import { watch } from 'vue'

/** Does something again and again while something holds, and stops with what uses it. */
export function useIntervalWhile(holds: () => boolean, run: () => void, everyMs: number): void {
  const { pause, resume } = useIntervalFn(run, everyMs, { immediate: false })
  watch(holds, (now) => (now ? resume() : pause()), { immediate: true })
}
