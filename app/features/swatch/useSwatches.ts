import type { BoothView } from '~~/shared/views/swatch/booth'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { pieceInWords } from '~~/shared/words/swatch/piece-in-words'
import type { Page } from '~~/shared/schemas/log/common'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import { useApi } from '~/composables/useApi'
import { useLoaded } from '~/composables/useLoaded'

/** More are never shown at once. */
const MOST_NAMED = 60

type Query = Record<string, string | number | boolean>

/** The swatches that wait to be read, and the one in hand with all that it came of. */
export function useSwatches(chosen: () => { swatch?: string; pot?: string }) {
  const api = useApi()
  const waiting = useLoaded(() => api.get<Page<Swatch>>('swatches', { unread: true, limit: 60 }))
  const read = useLoaded(() => api.get<Page<Swatch>>('swatches', { unread: false, limit: 12 }))

  async function inHand(): Promise<BoothView | null> {
    const { swatch: id, pot: potId } = chosen()
    const ofPot: Query = potId ? { potId } : {}
    // of a pot, too, what waits comes before what was read
    const found = id ?? ((await firstOf({ ...ofPot, unread: true })) ?? (await firstOf(ofPot)))?.id
    return found ? api.get<BoothView>(`booth/${found}`) : null
  }
  const firstOf = async (query: Query) =>
    (await api.get<Page<Swatch>>('swatches', { ...query, limit: 1 })).items[0] ?? null

  const hand = useLoaded(inHand, chosen)
  /** Each swatch at hand by what it is: fibre, mark, mordant; a number tells nobody apart. */
  const words = useLoaded(
    async () => {
      const swatches = [...(waiting.data.value?.items ?? []), ...(read.data.value?.items ?? [])]
      if (swatches.length === 0) return new Map<string, string>()
      const ids = [...new Set(swatches.map(({ pieceId }) => pieceId))].slice(0, MOST_NAMED)
      const { item } = await api.post<{ rows: BasketRow[] }>('basket/named', { ids })
      const byPiece = new Map(item.rows.map((row) => [row.id, pieceInWords(row)]))
      return new Map(swatches.map(({ id, pieceId }) => [id, byPiece.get(pieceId) ?? '']))
    },
    () => [waiting.data.value, read.data.value],
  )
  return {
    waiting: waiting.data,
    read: read.data,
    hand: hand.data,
    words: words.data,
    failure: hand.failure,
  }
}
