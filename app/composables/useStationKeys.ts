import { onBeforeUnmount, onMounted } from 'vue'

export type StationKey = 'n' | 'e' | 't' | 'p'

/** What the keys do at the station that is open. */
const actions = new Map<StationKey, () => void>()

/** Gives keys their meaning while this page is open; pages run in the browser only. */
export function useStationKeys(keys: Partial<Record<StationKey, () => void>>) {
  const entries = Object.entries(keys) as [StationKey, () => void][]
  onMounted(() => entries.forEach(([key, action]) => actions.set(key, action)))
  onBeforeUnmount(() => entries.forEach(([key]) => actions.delete(key)))
}

export const stationAction = (key: string) => actions.get(key as StationKey)
