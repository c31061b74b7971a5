import type { Remote } from 'comlink'
import { onScopeDispose } from 'vue'
import type { CurvesWorker } from '~/workers/curves.worker'
import { startCurves } from '~/workers/threads'

/** A thread of the page's own for curves; it ends with what uses it. */
export function useCurvesWorker(): Remote<CurvesWorker> {
  const { worker, end } = startCurves()
  onScopeDispose(end)
  return worker
}
