import { defineStore } from 'pinia'
import { useSessionStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { BasketRow } from '~~/shared/views/basket/basket'
import { useApi } from '~/composables/useApi'

/** Pieces in hand: chosen in the basket, and taken along to a bath, a pot or the tags. */
export const useChosen = defineStore('chosen', () => {
  const rows = ref<BasketRow[]>([])
  // loading the page anew lets nothing go; another tab has its own in hand
  const kept = useSessionStorage<string[]>('juniper-haze/in-hand', [])
  const ids = computed(() => new Set(rows.value.map(({ id }) => id)))
  const dryG = computed(() => rows.value.reduce((sum, row) => sum + row.dryG, 0))

  function toggle(row: BasketRow) {
    rows.value = ids.value.has(row.id)
      ? rows.value.filter(({ id }) => id !== row.id)
      : [...rows.value, row]
  }

  function add(more: readonly BasketRow[]) {
    rows.value = [...rows.value, ...more.filter(({ id }) => !ids.value.has(id))]
  }

  /** Looks again at what is in hand, after something was written; what is gone is let go. */
  async function refresh() {
    if (rows.value.length === 0) return
    rows.value = await named(rows.value.map(({ id }) => id))
  }
  async function named(asked: string[]): Promise<BasketRow[]> {
    const { item } = await useApi().post<{ rows: BasketRow[] }>('basket/named', { ids: asked })
    return item.rows.filter(({ isGone }) => !isGone)
  }
  const before = [...kept.value]
  watch(rows, (now) => (kept.value = now.map(({ id }) => id)))
  // added to what was chosen meanwhile; a log that does not answer says so on the page itself
  if (before.length > 0) void named(before).then(add, () => undefined)

  const clear = () => void (rows.value = [])

  return { rows, ids, dryG, toggle, add, refresh, clear }
})
