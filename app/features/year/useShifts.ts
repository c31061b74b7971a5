import { StorageSerializers, useStorage } from '@vueuse/core'
import { ref, watch } from 'vue'
import type { ChainView } from '~~/shared/views/year/chain'
import { daysOfChains, shiftsBetween, type Days, type Shift } from './shifts'

/**
 * What of the plans lies on another day than when somebody last looked: because a step ran late,
 * something was moved, or another plan took its hours.
 *
 * @param chains null while they are not known
 */
export function useShifts(chains: () => readonly ChainView[] | null) {
  const seen = useStorage<Days | null>('juniper-haze/year-days', null, localStorage, {
    serializer: StorageSerializers.object,
  })
  const shifts = ref<Shift[]>([])
  let moved = ''
  watch(
    chains,
    (now) => {
      if (!now) return
      shifts.value = seen.value
        ? shiftsBetween(seen.value, now).filter(({ key }) => key !== moved)
        : []
      moved = ''
      seen.value = daysOfChains(now)
    },
    { immediate: true },
  )
  return {
    shifts,
    /** A part that is moved by hand now: nobody needs to be told of it. Empty: none is. */
    except: (planId: string, stepId: string) => (moved = `${planId}/${stepId}`),
  }
}
