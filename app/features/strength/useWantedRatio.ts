import { wrap, type Remote } from 'comlink'
import { onScopeDispose, ref, watch, type Ref } from 'vue'
import type { OpenInterval } from '~~/core/strength/posterior/posterior'
import type { CurveView } from '~~/shared/curve-view'
import type { CurvesWorker } from '~/workers/curves.worker'

export interface WantedRatio {
  /** Dry ratio that reaches the strength with the probability; null where none does. */
  ratio: Ref<OpenInterval | null>
  /** False until the first answer, and while a newer question is being reckoned. */
  isAnswered: Ref<boolean>
}

/**
 * The ratio for a wanted strength, reckoned in a worker of the page, so that dragging and typing
 * never wait for it. An answer overtaken by a later question is dropped.
 */
export function useWantedRatio(
  curve: () => CurveView | null,
  strength: () => number,
  probability: () => number,
): WantedRatio {
  const ratio = ref<OpenInterval | null>(null)
  const isAnswered = ref(false)
  const thread = new Worker(new URL('../../workers/curves.worker.ts', import.meta.url), {
    type: 'module',
  })
  const worker: Remote<CurvesWorker> = wrap(thread)
  let question = 0

  watch(
    [curve, strength, probability],
    async ([now, wanted, sure]) => {
      const asked = ++question
      isAnswered.value = false
      if (!now) return
      const { points, prior } = now.answer
      const answer = await worker.describePosterior({
        points: points.map((point) => ({ ...point })),
        context: { ...prior },
        ask: { strength: wanted, probability: sure },
      })
      if (asked !== question) return
      ratio.value = answer.ratioFor
      isAnswered.value = true
    },
    { immediate: true },
  )
  onScopeDispose(() => thread.terminate())
  return { ratio, isAnswered }
}
