import type { BoothView } from '~~/shared/views/swatch/booth'
import type { Page } from '~~/shared/schemas/log/common'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import { useApi } from '~/composables/useApi'
import { useLoaded } from '~/composables/useLoaded'

type Query = Record<string, string | number | boolean>

/** The swatches that wait to be read, and the one in hand with all that it came of. */
export function useSwatches(chosen: () => { swatch?: string; pot?: string }) {
  const api = useApi()
  const waiting = useLoaded(() => api.get<Page<Swatch>>('swatches', { unread: true, limit: 60 }))
  const read = useLoaded(() => api.get<Page<Swatch>>('swatches', { unread: false, limit: 12 }))

  async function inHand(): Promise<BoothView | null> {
    const { swatch: id, pot: potId } = chosen()
    const query: Query = potId && !id ? { potId, limit: 1 } : { unread: true, limit: 1 }
    const found = id ?? ((await firstOf(query)) ?? (await firstOf({ limit: 1 })))?.id
    return found ? api.get<BoothView>(`booth/${found}`) : null
  }
  const firstOf = async (query: Query) =>
    (await api.get<Page<Swatch>>('swatches', query)).items[0] ?? null

  const hand = useLoaded(inHand, chosen)
  return { waiting: waiting.data, read: read.data, hand: hand.data, failure: hand.failure }
}
