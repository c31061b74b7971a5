import { useElementSize } from '@vueuse/core'
import { computed, type Ref } from 'vue'

/** Width and height of an element in whole px, kept up to date; charts draw to the pixel with it. */
export function useSize(element: Ref<HTMLElement | null>) {
  const size = useElementSize(element)
  return {
    width: computed(() => Math.floor(size.width.value)),
    height: computed(() => Math.floor(size.height.value)),
  }
}
