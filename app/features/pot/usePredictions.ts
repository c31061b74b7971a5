import { onScopeDispose, ref, shallowRef, toRaw, watch } from 'vue'
import type { KnownCurve, Prediction } from '~~/core/strength/predict'
import type { PieceQuestion } from '~/workers/pots.worker'
import { startPots } from '~/workers/threads'

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
  let question = 0
  let isLoaded = Promise.resolve()

  const plain = <T>(value: T): T => JSON.parse(JSON.stringify(toRaw(value))) as T

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
      const mine = ++question
      const began = performance.now()
      isAnswered.value = false
      await isLoaded
      const answer = await worker.predict(plain(asked))
      if (mine !== question) return
      predictions.value = answer
      isAnswered.value = true
      tookMs.value = performance.now() - began
    },
    { immediate: true },
  )
  onScopeDispose(end)
  return { predictions, isAnswered, tookMs }
}
