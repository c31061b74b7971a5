import { onScopeDispose, watch } from 'vue'

/** Does something again and again while something holds, and stops with what uses it. */
export function useIntervalWhile(holds: () => boolean, run: () => void, everyMs: number): void {
  let timer: ReturnType<typeof setInterval> | undefined
  const stop = () => clearInterval(timer)
  watch(
    holds,
    (now) => {
      stop()
      if (now) timer = setInterval(run, everyMs)
    },
    { immediate: true },
  )
  onScopeDispose(stop)
}
