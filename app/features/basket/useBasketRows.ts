import { ref, shallowReactive, watch, onMounted } from 'vue'
import type { BasketRow, BasketRows } from '~~/shared/views/basket/basket'
import { useApi } from '~/composables/useApi'
import { useSession } from '~/stores/session'
import { latestOnly } from '~/composables/latest'
import { messageOf } from '~~/core/present'

export interface BasketFilter {
  level: string
  setId: string
  find: string
}

/** Lines fetched at a time. */
const STRETCH = 100

/**
 * The basket's lines, fetched as they come into view: thousands are never loaded for the few
 * that are seen.
 */
export function useBasketRows(filter: () => BasketFilter) {
  const api = useApi()
  const session = useSession()
  const count = ref(0)
  const failure = ref('')
  const isLoaded = ref(false)
  const stretches = shallowReactive(new Map<number, BasketRow[]>())
  const asked = new Set<number>()
  const begin = latestOnly()
  let isLatest = begin()
  let seen = { first: 0, last: 0 }

  async function fetchStretch(index: number) {
    if (asked.has(index)) return
    asked.add(index)
    const isStill = isLatest
    const query: Record<string, string | number> = { offset: index * STRETCH, limit: STRETCH }
    for (const [name, value] of Object.entries(filter())) if (value) query[name] = value as string
    try {
      const { rows, count: all } = await api.get<BasketRows>('basket/rows', query)
      if (!isStill()) return
      stretches.set(index, rows)
      count.value = all
      isLoaded.value = true
      failure.value = ''
    } catch (error) {
      if (isStill()) failure.value = messageOf(error)
    }
  }

  /** Fetches what is missing of the lines in view. */
  function see(first: number, last: number) {
    seen = { first, last }
    for (let i = Math.floor(first / STRETCH); i <= Math.floor(last / STRETCH); i++) {
      void fetchStretch(i)
    }
  }

  /** Begins anew, keeping what is shown until the answer is there. */
  function reload(forget: boolean) {
    isLatest = begin()
    asked.clear()
    if (forget) {
      stretches.clear()
      seen = { first: 0, last: 0 }
    }
    const kept = [...stretches.keys()]
    see(seen.first, seen.last)
    // stretches out of view are fetched when they are seen again
    for (const index of kept) if (!asked.has(index)) stretches.delete(index)
  }

  const rowAt = (index: number) => stretches.get(Math.floor(index / STRETCH))?.[index % STRETCH]

  onMounted(() => see(0, 0))
  watch(
    () => session.version,
    () => reload(false),
  )
  watch(filter, () => reload(true), { deep: true })
  return { count, failure, isLoaded, rowAt, see }
}
