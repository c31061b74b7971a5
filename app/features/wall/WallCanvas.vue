<script setup lang="ts">
import { polygonContains } from 'd3-polygon'
import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom'
import { useElementSize } from '@vueuse/core'
import { nextTowards, type LaidWall, type Size } from './lay-wall'
import { drawWall } from './draw-wall'

/**
 * All swatches in their own colours on grey: moved and enlarged by hand, picked by a click, several
 * with Shift or a line drawn around them; by keyboard one after another.
 */
const { lay, hexes, names, picked, isLasso, wanted } = defineProps<{
  /** Lays them out on a wall of a size. */
  lay: (size: Size) => LaidWall
  hexes: readonly string[]
  /** Of one, in words. */
  names: (index: number) => string
  picked: ReadonlySet<number>
  /** Whether a finger or the mouse draws a line around what is wanted, and does not move the wall. */
  isLasso: boolean
  /** The colour that is wanted, where it hangs last. */
  wanted: boolean
}>()
const emit = defineEmits<{ pick: [indexes: number[], isMore: boolean] }>()

const frame = useTemplateRef<HTMLElement>('frame')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width, height } = useElementSize(frame)
const laid = computed(() =>
  width.value > 0 ? lay({ width: width.value, height: height.value }) : null,
)
const at = ref(0)
const isFocused = ref(false)
const line = shallowRef<[number, number][]>([])
let view: ZoomTransform = zoomIdentity
let asked = 0

function draw() {
  cancelAnimationFrame(asked)
  asked = requestAnimationFrame(() => {
    if (!canvas.value || !laid.value) return
    drawWall(canvas.value, {
      laid: laid.value,
      hexes,
      view,
      picked,
      at: isFocused.value ? at.value : null,
      line: line.value,
      wanted: wanted ? hexes.length - 1 : null,
    })
  })
}
watch([laid, () => hexes, () => picked, at, isFocused, line, () => wanted], draw, { flush: 'post' })
watch(
  () => hexes.length,
  () => (at.value = 0),
)

const zooming = zoom<HTMLCanvasElement, unknown>()
  .scaleExtent([1, 24])
  .filter((event: MouseEvent) => {
    const isDrawing = isLasso || event.shiftKey
    return event.type === 'wheel' || (!isDrawing && !event.button)
  })
  .on('zoom', ({ transform }: { transform: ZoomTransform }) => {
    view = transform
    draw()
  })
onMounted(() => {
  // words are drawn once their letters are there
  void document.fonts.ready.then(draw)
  if (canvas.value) select(canvas.value).call(zooming).on('dblclick.zoom', null)
})
watch([width, height], ([w, h]) => {
  zooming.extent([
    [0, 0],
    [w, h],
  ])
  zooming.translateExtent([
    [0, 0],
    [w, h],
  ])
})

/** From a place on the screen to one on the wall. */
function onWall(event: PointerEvent | MouseEvent): [number, number] {
  const box = canvas.value!.getBoundingClientRect()
  return view.invert([event.clientX - box.left, event.clientY - box.top])
}

function nearest([x, y]: [number, number]): number | null {
  if (!laid.value) return null
  const { places, chip } = laid.value
  // chips grow less than the wall does
  const [w, h] = [chip.width / view.k ** 0.4, chip.height / view.k ** 0.4]
  let best: number | null = null
  // the last one drawn lies on top
  places.forEach((place, i) => {
    if (Math.abs(place.x - x) <= w / 2 && Math.abs(place.y - y) <= h / 2) best = i
  })
  return best
}

function down(event: PointerEvent) {
  if (event.button !== 0 || !(isLasso || event.shiftKey)) return
  canvas.value?.setPointerCapture(event.pointerId)
  line.value = [onWall(event)]
}
function move(event: PointerEvent) {
  if (line.value.length > 0) line.value = [...line.value, onWall(event)]
}
/** A line of fewer points is a click with a shaking hand. */
const LEAST_LINE = 6
function up() {
  const drawn = line.value
  line.value = []
  if (drawn.length < LEAST_LINE || !laid.value) return
  const inside = laid.value.places.flatMap(({ x, y }, i) =>
    polygonContains(drawn, [x, y]) ? [i] : [],
  )
  emit('pick', inside, true)
}
function click(event: MouseEvent) {
  const found = nearest(onWall(event))
  if (found === null) return
  at.value = found
  emit('pick', [found], event.shiftKey || isLasso)
}

const TOWARDS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function key(event: KeyboardEvent) {
  const towards = TOWARDS[event.key]
  if (towards && laid.value) {
    at.value = nextTowards(laid.value.places, at.value, towards)
    comeIntoView()
  } else if (event.key === 'Home') at.value = 0
  else if (event.key === 'End') at.value = hexes.length - 1
  else if (event.key === 'Enter' || event.key === ' ') {
    emit('pick', [at.value], event.shiftKey || event.key === ' ')
  } else if (event.key === '+' || event.key === '-') by(event.key === '+' ? 1.5 : 1 / 1.5)
  else return
  event.preventDefault()
}

function by(factor: number) {
  if (canvas.value) zooming.scaleBy(select(canvas.value), factor)
}
function comeIntoView() {
  const place = laid.value?.places[at.value]
  if (!place || !canvas.value) return
  const [x, y] = view.apply([place.x, place.y])
  const isSeen = x > 0 && y > 0 && x < width.value && y < height.value
  if (!isSeen) zooming.translateTo(select(canvas.value), place.x, place.y)
}

defineExpose({
  by,
  whole: () => canvas.value && zooming.transform(select(canvas.value), zoomIdentity),
  picture: () => canvas.value,
})
onScopeDispose(() => cancelAnimationFrame(asked))
</script>

<template>
  <div ref="frame" class="wall">
    <canvas
      ref="canvas"
      :class="{ lasso: isLasso }"
      aria-hidden="true"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="line = []"
      @click="click"
    />
    <div
      v-if="hexes.length"
      class="keys"
      role="listbox"
      tabindex="0"
      aria-label="Swatches on the wall"
      aria-multiselectable="true"
      aria-activedescendant="on-the-wall"
      @keydown="key"
      @focus="isFocused = true"
      @blur="isFocused = false"
    >
      <span
        id="on-the-wall"
        class="sr-only"
        role="option"
        :aria-selected="picked.has(at)"
        :aria-posinset="at + 1"
        :aria-setsize="hexes.length"
        >{{ names(at) }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.wall {
  position: relative;
  overflow: hidden;
  height: 100%;
  border-radius: var(--corner);
  background: #a2a3a2;
}

canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: grab;
  touch-action: none;
}

canvas:active {
  cursor: grabbing;
}

canvas.lasso {
  cursor: crosshair;
}

/* keys are listened to all over the wall, and the mouse goes through to it */
.keys {
  position: absolute;
  inset: 0;
  border-radius: var(--corner);
  pointer-events: none;
}

.keys:focus-visible {
  outline: 3px solid #16191b;
  outline-offset: -3px;
}
</style>
