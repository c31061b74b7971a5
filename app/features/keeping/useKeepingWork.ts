import { reactive, ref, shallowRef } from 'vue'
import { messageOf } from '~~/core/present'
import type { KeepingNews } from '~~/shared/views/keeping/keeping'
import { readNews } from '~/composables/read-news'

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
      const isFile = body instanceof Blob
      const answer = await fetch(`/api/keeping/${path}`, {
        method: 'POST',
        body: isFile ? body : JSON.stringify(body),
        headers: isFile ? {} : { 'content-type': 'application/json' },
        signal: own.signal,
      })
      for await (const news of readNews<KeepingNews<T>>(answer)) {
        if ('problem' in news) throw new Error(news.problem.detail)
        if ('answer' in news) return news.answer
        progress.value = news
      }
      throw new Error('The log did not answer to the end: look again before you go on.')
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
