import { shallowRef, watch } from 'vue'
import type { TrialAnswer, TrialQuestion } from '~~/shared/views/pot/trial'

/** The hand rests this long before a plan is held against earlier swatches, ms. */
const PAUSE_MS = 350

/** What a plan would teach, held against all that was dyed with its source. */
export function useTrial(question: () => TrialQuestion | null) {
  const api = useApi()
  const answer = shallowRef<TrialAnswer | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    () => JSON.stringify(question()),
    () => {
      clearTimeout(timer)
      const asked = question()
      if (!asked) return void (answer.value = null)
      timer = setTimeout(() => {
        api
          .post<TrialAnswer>('plan/trial', asked)
          .then(({ item }) => (answer.value = item))
          // a comparison that fails is no reason to stop planning
          .catch(() => (answer.value = null))
      }, PAUSE_MS)
    },
    { immediate: true },
  )
  return answer
}
