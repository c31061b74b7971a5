import { watchDebounced } from '@vueuse/core'
import { shallowRef } from 'vue'
import type { TrialAnswer, TrialQuestion } from '~~/shared/views/pot/trial'
import { useApi } from '~/composables/useApi'

/** The hand rests this long before a plan is held against earlier swatches, ms. */
const PAUSE_MS = 350

/** What a plan would teach, held against all that was dyed with its source. */
export function useTrial(question: () => TrialQuestion | null) {
  const api = useApi()
  const answer = shallowRef<TrialAnswer | null>(null)
  const ask = async (asked: TrialQuestion) =>
    (await api.post<TrialAnswer>('plan/trial', asked)).item
  watchDebounced(
    () => JSON.stringify(question()),
    async () => {
      const asked = question()
      // a comparison that fails is no reason to stop planning
      answer.value = asked ? await ask(asked).catch(() => null) : null
    },
    { immediate: true, debounce: PAUSE_MS },
  )
  return answer
}
