import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import type { PhotoPoint } from '~~/core/colour/photo/chart-grid'
import { useSize } from '~/composables/useSize'
import { present } from '~~/core/present'

export interface ShownPhoto {
  /** Of the photo, px. */
  width: number
  height: number
  preview: ImageBitmap
  /** A drag moves the photo, and marks nothing. */
  isMoving: boolean
}

const MOST_ZOOM = 16

/** A photo that is come nearer to by wheel or two fingers, and drawn from its smaller copy. */
export function useZoomedPhoto(photo: () => ShownPhoto) {
  const frame = ref<HTMLElement | null>(null)
  const canvas = ref<HTMLCanvasElement | null>(null)
  const sheet = ref<SVGSVGElement | null>(null)
  const { width: wide, height: high } = useSize(frame)
  const view = shallowRef<ZoomTransform>(zoomIdentity)
  /** From photo px to px of the unmoved page. */
  const fit = computed(() => Math.min(wide.value / photo().width, high.value / photo().height) || 1)
  const origin = computed(() => ({
    x: (wide.value - photo().width * fit.value) / 2,
    y: (high.value - photo().height * fit.value) / 2,
  }))

  // a drag marks; wheel and two fingers zoom; only the moving tool lets a drag move the photo
  const zooming = zoom<SVGSVGElement, unknown>()
    .scaleExtent([1, MOST_ZOOM])
    .filter(
      (event: Event) =>
        event.type === 'wheel' ||
        photo().isMoving ||
        (event.type.startsWith('touch') && (event as TouchEvent).touches.length > 1),
    )
    .on('zoom', ({ transform }: { transform: ZoomTransform }) => (view.value = transform))
  onMounted(() => select(present(sheet.value)).call(zooming).on('dblclick.zoom', null))
  watch([wide, high], () =>
    zooming.translateExtent([
      [0, 0],
      [wide.value, high.value],
    ]),
  )
  watch(
    () => photo().preview,
    () => select(present(sheet.value)).call(zooming.transform, zoomIdentity),
  )

  /** Drawn once a frame at the most: the page never waits for pixels. */
  let frameId = 0
  function draw() {
    cancelAnimationFrame(frameId)
    frameId = requestAnimationFrame(() => {
      const context = canvas.value?.getContext('2d')
      if (!context) return
      const { k, x, y } = view.value
      const { preview, width, height } = photo()
      context.setTransform(1, 0, 0, 1, 0, 0)
      context.clearRect(0, 0, wide.value, high.value)
      context.setTransform(k, 0, 0, k, x, y)
      context.drawImage(
        preview,
        origin.value.x,
        origin.value.y,
        width * fit.value,
        height * fit.value,
      )
    })
  }
  watch([view, wide, high, () => photo().preview], draw, { flush: 'post', immediate: true })
  onBeforeUnmount(() => cancelAnimationFrame(frameId))

  /** Where in the photo the pointer is, kept within it. */
  const toPhoto = (event: PointerEvent): PhotoPoint => {
    const { left, top } = present(sheet.value).getBoundingClientRect()
    const [x, y] = view.value.invert([event.clientX - left, event.clientY - top])
    const { width, height } = photo()
    return {
      x: Math.min(width, Math.max(0, (x - origin.value.x) / fit.value)),
      y: Math.min(height, Math.max(0, (y - origin.value.y) / fit.value)),
    }
  }
  const toPage = ({ x, y }: PhotoPoint): PhotoPoint => {
    const [px, py] = view.value.apply([
      origin.value.x + x * fit.value,
      origin.value.y + y * fit.value,
    ])
    return { x: px, y: py }
  }
  /** Px of the page for each px of the photo. */
  const scale = computed(() => fit.value * view.value.k)
  const by = (factor: number) => select(present(sheet.value)).call(zooming.scaleBy, factor)
  return { frame, canvas, sheet, wide, high, toPhoto, toPage, scale, by }
}
