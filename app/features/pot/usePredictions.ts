import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { KnownCurve, Prediction } from '~~/core/strength/predict'
import type { PieceQuestion } from '~/workers/pots.worker'
import { startPots } from '~/workers/threads'
import { plain } from '~/workers/plain'
import { latestOnly } from '~/composables/latest'

/**
 * Colours to expect, computed in a worker of the page: dragging and typing never wait for them, and
 * an answer overtaken by a later question is dropped.
 */
export function usePredictions(curves: () => KnownCurve[], questions: () => PieceQuestion[]) {
  const predictions = shallowRef<Prediction[]>([])
  const isAnswered = ref(false)
  /** From the question to the answer, ms: what a keystroke waits for. */
  const tookMs = ref<number | null>(null)
  const { worker, end } = startPots()
  const ask = latestOnly()
  let isLoaded = Promise.resolve()

  watch(
    curves,
    (known) => {
      isLoaded = worker.load(plain(known))
    },
    { immediate: true },
  )
  watch(
    [curves, questions],
    async ([, asked]) => {
      const isLatest = ask()
      const began = performance.now()
      isAnswered.value = false
      await isLoaded
      const answer = await worker.predict(plain(asked))
      if (!isLatest()) return
      predictions.value = answer
      isAnswered.value = true
      tookMs.value = performance.now() - began
    },
    { immediate: true },
  )
  onScopeDispose(end)
  return { predictions, isAnswered, tookMs }
}
