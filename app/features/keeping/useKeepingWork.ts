import { reactive, ref, shallowRef } from 'vue'
import { messageOf } from '~~/core/present'
import { sendKeeping } from './send-keeping'

/** One long work of keeping: how far it is, stopping it, and why it failed, beside its button. */
export function useKeepingWork() {
  const progress = ref<{ done: number; of: number } | null>(null)
  const failure = ref('')
  const stopper = shallowRef<AbortController | null>(null)

  /** @returns what came of it; null where it failed, which is told */
  async function run<T>(path: string, body: Blob | object): Promise<T | null> {
    const own = new AbortController()
    stopper.value = own
    failure.value = ''
    progress.value = { done: 0, of: 0 }
    try {
      return await sendKeeping<T>({
        path,
        body,
        tell: (news) => (progress.value = news),
        signal: own.signal,
      })
    } catch (error) {
      failure.value =
        (error as Error).name === 'AbortError' ? 'Stopped. Nothing was changed.' : messageOf(error)
      return null
    } finally {
      progress.value = null
      stopper.value = null
    }
  }

  return reactive({ progress, failure, run, stop: () => stopper.value?.abort() })
}
