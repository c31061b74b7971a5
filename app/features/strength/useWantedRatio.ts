import { ref, watch, type Ref } from 'vue'
import type { OpenInterval } from '~~/core/strength/posterior/posterior'
import type { CurveView } from '~~/shared/views/strength/curve'
import { useCurvesWorker } from '~/composables/useCurvesWorker'
import { plain } from '~/workers/plain'
import { latestOnly } from '~/composables/latest'

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
  const ask = latestOnly()
  let loading: Promise<unknown> = Promise.resolve()

  watch(
    curve,
    (now) => {
      if (now) loading = worker.load(plain(now.answer.points), plain(now.answer.prior))
    },
    { immediate: true },
  )
  watch(
    [curve, strength, probability],
    async ([now, wanted, chance]) => {
      const isLatest = ask()
      isAnswered.value = false
      if (!now) return
      await loading
      const answer = await worker.ratioFor(wanted, chance)
      if (!isLatest()) return
      ratio.value = answer
      isAnswered.value = true
    },
    { immediate: true },
  )
  return { ratio, isAnswered }
}
