import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** Width and height of an element in px, kept up to date; charts draw to the pixel with it. */
export function useSize(element: Ref<HTMLElement | null>) {
  const width = ref(0)
  const height = ref(0)
  let observer: ResizeObserver | null = null
  onMounted(() => {
    observer = new ResizeObserver(([entry]) => {
      width.value = Math.floor(entry!.contentRect.width)
      height.value = Math.floor(entry!.contentRect.height)
    })
    if (element.value) observer.observe(element.value)
  })
  onBeforeUnmount(() => observer?.disconnect())
  return { width, height }
}
