import { reactive, watch } from 'vue'
import { bestReading } from '~~/shared/rules/swatch/best-reading'
import type { Page } from '~~/shared/schemas/log/common'
import type { Piece } from '~~/shared/schemas/basket/piece'
import type { Reading } from '~~/shared/schemas/swatch/reading'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import { useApi } from '~/composables/useApi'

export type PresentColours = ReadonlyMap<string, Reading>

/** Colours that pieces have now which were dyed before: the ground of what is dyed over them. */
export function usePresentColours(
  pieces: () => readonly Piece[],
  api: Pick<ReturnType<typeof useApi>, 'get'> = useApi(),
): PresentColours {
  const colours = reactive(new Map<string, Reading>())
  async function look(pieceId: string) {
    const { items } = await api.get<Page<Swatch>>('swatches', { pieceId, unread: false, limit: 20 })
    const reading = bestReading(
      items.flatMap(({ readings }) => readings),
      { afterLight: true },
    )
    if (reading) colours.set(pieceId, reading)
  }
  watch(
    () => pieces().filter(({ id, potIds }) => potIds.length > 0 && !colours.has(id)),
    // without it the bare fibre stands in, and the page says that no colour was read
    (dyed) => dyed.forEach(({ id }) => void look(id).catch(() => undefined)),
    { immediate: true },
  )
  return colours
}
