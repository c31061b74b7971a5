import { reactive, ref, shallowRef } from 'vue'
import { formatCount } from '~~/core/quantity/format-count'
import { messageOf } from '~~/core/present'
import type { ImportNews, ImportPlan } from '~~/shared/views/exchange/import-plan'
import { readNews } from '~/composables/read-news'

/**
 * Bringing something in: looked at first, with how far it is; then done whole, or not.
 *
 * @param noun what one that comes in is called
 */
export function useImport(whenDone: () => void, noun = 'row') {
  const session = useSession()
  const plan = shallowRef<ImportPlan | null>(null)
  const progress = ref<{ done: number; of: number } | null>(null)
  const failure = ref('')
  const stopper = shallowRef<AbortController | null>(null)

  /** @param path with `?apply=` and its hash, a plan is carried out; else one is made */
  async function run(path: string, file: Blob) {
    stopper.value?.abort()
    const own = new AbortController()
    stopper.value = own
    failure.value = ''
    progress.value = { done: 0, of: 0 }
    try {
      const answer = await fetch(`/api/${path}`, {
        method: 'POST',
        body: file,
        signal: own.signal,
      })
      for await (const news of readNews<ImportNews>(answer)) {
        if ('done' in news) progress.value = news
        else if ('plan' in news) plan.value = news.plan
        else if ('problem' in news) failure.value = news.problem.detail
        else {
          const counted = plan.value?.isAnothers ? 'pot' : noun
          plan.value = null
          session.saved(
            `Brought in ${formatCount(news.imported.rows, counted)}.`,
            news.imported.changeSetId,
          )
          whenDone()
        }
      }
    } catch (error) {
      // what was asked anew took its place
      if (stopper.value !== own) return
      failure.value =
        (error as Error).name === 'AbortError' ? 'Stopped. Nothing was changed.' : messageOf(error)
    } finally {
      if (stopper.value === own) {
        progress.value = null
        stopper.value = null
      }
    }
  }

  return reactive({
    plan,
    progress,
    failure,
    run,
    stop: () => stopper.value?.abort(),
    /** What was looked at is no longer what would be done. */
    forget: () => (plan.value = null),
  })
}
