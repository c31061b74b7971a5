import { computed } from 'vue'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { StrengthView } from '~~/shared/views/strength/strength'
import { useApi } from '~/composables/useApi'
import { useLoaded } from '~/composables/useLoaded'
import type { PlannedLot } from './plan-contents'

/** Sources in a bath, once each: of its lots, and of the bath it follows. */
export const sourcesInBath = (
  lots: readonly Pick<PlannedLot, 'source'>[],
  first: Pick<Pot, 'lots'> | null,
): string[] => [
  ...new Set([
    ...lots.map(({ source }) => source.id),
    ...(first?.lots ?? []).map(({ sourceId }) => sourceId),
  ]),
]

const NOTHING_KNOWN: ReadonlyMap<string, StrengthView> = new Map()

/** What is known of each source, fetched once and again after every write. */
export function useKnownStrength(sourceIds: () => string[]) {
  const api = useApi()
  const { data } = useLoaded(
    async () => {
      const entries = sourceIds().map(
        async (id) => [id, await api.get<StrengthView>(`strength/${id}`)] as const,
      )
      return new Map(await Promise.all(entries))
    },
    () => sourceIds().join(' '),
  )
  return computed(() => data.value ?? NOTHING_KNOWN)
}
