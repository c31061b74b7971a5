import { onMounted, ref, shallowRef, watch, type Ref, type ShallowRef, type WatchSource } from 'vue'
import { useSession } from '~/stores/session'
import { latestOnly } from '~/composables/latest'
import { messageOf } from '~~/core/present'

export interface Loaded<T> {
  data: ShallowRef<T | null>
  failure: Ref<string>
  /** True from 300 ms on: what is quicker needs no sign. */
  slow: Ref<boolean>
  reload: () => Promise<void>
}

const SLOW_MS = 300

/**
 * Loads something from the log, and again after every write and whenever `also` changes. An
 * answer that was overtaken by a later question is dropped.
 */
export function useLoaded<T>(load: () => Promise<T>, also?: WatchSource): Loaded<T> {
  const session = useSession()
  const data = shallowRef<T | null>(null)
  const failure = ref('')
  const slow = ref(false)
  const ask = latestOnly()

  async function reload() {
    const isLatest = ask()
    const timer = setTimeout(() => (slow.value = true), SLOW_MS)
    try {
      const answer = await load()
      if (!isLatest()) return
      data.value = answer
      failure.value = ''
    } catch (error) {
      if (isLatest()) failure.value = messageOf(error)
    } finally {
      clearTimeout(timer)
      if (isLatest()) slow.value = false
    }
  }

  onMounted(reload)
  watch(() => session.version, reload)
  if (also) watch(also, reload)
  return { data, failure, slow, reload }
}
