import { ref, watch, type Ref } from 'vue'
import type { OpenInterval } from '~~/core/strength/posterior/posterior'
import type { CurveView } from '~~/shared/views/strength/curve'
import { useCurvesWorker } from '~/composables/useCurvesWorker'

export interface WantedRatio {
  /** Dry ratio that reaches the strength with the probability; null where none does. */
  ratio: Ref<OpenInterval | null>
  /** False until the first answer, and while a newer question is being computed. */
  isAnswered: Ref<boolean>
}

/**
 * The ratio for a wanted strength, computed in a worker of the page, so that dragging and typing
 * never wait for it. An answer overtaken by a later question is dropped.
 */
export function useWantedRatio(
  curve: () => CurveView | null,
  strength: () => number,
  probability: () => number,
): WantedRatio {
  const ratio = ref<OpenInterval | null>(null)
  const isAnswered = ref(false)
  const worker = useCurvesWorker()
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
        context: JSON.parse(JSON.stringify(prior)),
        ask: { strength: wanted, probability: sure },
      })
      if (asked !== question) return
      ratio.value = answer.ratioFor
      isAnswered.value = true
    },
    { immediate: true },
  )
  return { ratio, isAnswered }
}
