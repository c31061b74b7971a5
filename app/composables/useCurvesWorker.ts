import { wrap, type Remote } from 'comlink'
import { onScopeDispose } from 'vue'
import type { CurvesWorker } from '~/workers/curves.worker'

/** A thread of the page's own for curves; it ends with what uses it. */
export function useCurvesWorker(): Remote<CurvesWorker> {
  const thread = new Worker(new URL('../workers/curves.worker.ts', import.meta.url), {
    type: 'module',
  })
  onScopeDispose(() => thread.terminate())
  return wrap(thread)
}
