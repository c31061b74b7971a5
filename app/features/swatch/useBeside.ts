import { computed, ref, shallowRef, watch } from 'vue'
import type { Lab } from '~~/core/colour/tristimulus'
import type { BoothView, NearSwatch } from '~~/shared/views/swatch/booth'
import type { Swatch } from '~~/shared/schemas/swatch/swatch'
import type { Page } from '~~/shared/schemas/log/common'
import { colourAlone, keptColour, type SeenColour } from './given'
import { bestReading } from '~~/shared/rules/swatch/best-reading'
import { useApi } from '~/composables/useApi'
import { latestOnly } from '~/composables/latest'

/** What a swatch is held against: its bare fibre, what was hoped for, or any other swatch. */
export function useBeside(
  hand: () => BoothView | null,
  dyed: () => SeenColour | null,
  bare: () => SeenColour | null,
) {
  const api = useApi()
  /** `bare`, `hoped`, or the id of a swatch. */
  const choice = ref('bare')
  const near = shallowRef<NearSwatch[]>([])
  const found = shallowRef<Swatch[]>([])
  const other = shallowRef<{ label: string; colour: SeenColour } | null>(null)

  watch(
    () => hand()?.swatch.id,
    () => (choice.value = 'bare'),
  )
  const askNear = latestOnly()
  const lab = computed((): Lab | null => dyed()?.lab ?? null)
  watch(
    () => JSON.stringify(lab.value),
    async () => {
      const [now, id] = [lab.value, hand()?.swatch.id]
      const isLatest = askNear()
      if (!now || !id) return void (near.value = [])
      const { l, a, b } = now
      const { items } = await api.get<{ items: NearSwatch[] }>('booth/near', { l, a, b, but: id })
      if (isLatest()) near.value = items
    },
    { immediate: true },
  )
  async function find(code: string) {
    found.value = code.trim()
      ? (await api.get<Page<Swatch>>('swatches', { code: code.trim(), unread: false, limit: 8 }))
          .items
      : []
  }
  watch(
    [choice, hand, bare],
    async ([now, view, under]) => {
      if (now === 'bare') {
        other.value = under && { label: 'bare fibre', colour: under }
        return
      }
      if (now === 'hoped') {
        const hoped = view?.hoped
        other.value = hoped
          ? {
              label: hoped.from === 'you' ? 'hoped for' : 'expected by the plan',
              colour: colourAlone(hoped.lab),
            }
          : null
        return
      }
      const swatch = await api.get<Swatch>(`swatches/${now}`)
      const reading = bestReading(swatch.readings, { afterLight: true })
      if (choice.value === now) {
        other.value = reading ? { label: swatch.code, colour: keptColour(reading) } : null
      }
    },
    { immediate: true },
  )
  return { choice, near, found, find, other }
}
