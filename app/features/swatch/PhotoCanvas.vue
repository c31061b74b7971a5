<script setup lang="ts">
import {
  chartBoxes,
  type Corners,
  type PhotoBox,
  type PhotoPoint,
} from '~~/core/colour/photo/chart-grid'
import { useZoomedPhoto } from './useZoomedPhoto'
import { present } from '~~/core/present'
import { keysOf } from '~~/core/json'

/** The photo with what is marked in it: drag to mark, the wheel or two fingers to come nearer. */
const {
  width,
  height,
  preview,
  boxes,
  corners,
  grid,
  tool,
  names = { swatch: 'swatch', bare: 'bare fibre', card: 'card' },
  tags = undefined,
} = defineProps<{
  /** Of the photo, px. */
  width: number
  height: number
  preview: ImageBitmap
  boxes: Record<string, PhotoBox | null>
  corners: Corners | null
  grid: { columns: number; rows: number } | null
  /** What a drag marks; `move`: it moves the photo. */
  tool: string
  /** What each mark is called. */
  names?: Record<string, string>
  /** What is written beside each in the photo, where its name is too long. */
  tags?: Record<string, string>
}>()
const emit = defineEmits<{
  mark: [of: string, box: PhotoBox]
  corner: [index: number, to: PhotoPoint]
}>()

const STEP_PX = 4
const LEAST_PX = 3

const { frame, canvas, sheet, wide, high, toPhoto, toPage, scale, by } = useZoomedPhoto(() => ({
  width,
  height,
  preview,
  isMoving: tool === 'move',
}))

const begun = shallowRef<PhotoPoint | null>(null)
const drawn = shallowRef<PhotoBox | null>(null)
const held = ref<number | null>(null)
function press(event: PointerEvent) {
  if (tool === 'move' || event.button !== 0 || held.value !== null) return
  present(sheet.value).setPointerCapture(event.pointerId)
  begun.value = toPhoto(event)
}
function move(event: PointerEvent) {
  if (held.value !== null) return emit('corner', held.value, toPhoto(event))
  if (!begun.value) return
  const [a, b] = [begun.value, toPhoto(event)]
  drawn.value = {
    x: Math.min(a.x, b.x),
    y: Math.min(a.y, b.y),
    width: Math.abs(a.x - b.x),
    height: Math.abs(a.y - b.y),
  }
}
function release() {
  const box = drawn.value
  if (box && tool !== 'move' && box.width >= LEAST_PX && box.height >= LEAST_PX) {
    emit('mark', tool, box)
  }
  begun.value = null
  drawn.value = null
  held.value = null
}
function hold(index: number, event: PointerEvent) {
  present(sheet.value).setPointerCapture(event.pointerId)
  held.value = index
}
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** Without a mouse: the arrows move a corner, or the marked area; with Shift its size. */
function nudgeCorner(index: number, event: KeyboardEvent) {
  const step = ARROWS[event.key]
  const at = corners?.[index]
  if (!step || !at) return
  event.preventDefault()
  const far = STEP_PX / scale.value
  emit('corner', index, { x: at.x + step[0] * far, y: at.y + step[1] * far })
}
function nudge(event: KeyboardEvent) {
  const step = ARROWS[event.key]
  if (tool === 'move' || !step || event.target !== event.currentTarget) return
  event.preventDefault()
  const far = STEP_PX / scale.value
  const now = boxes[tool] ?? {
    x: width * 0.4,
    y: height * 0.4,
    width: width * 0.2,
    height: height * 0.2,
  }
  const [dx, dy] = [step[0] * far, step[1] * far]
  emit(
    'mark',
    tool,
    event.shiftKey
      ? {
          ...now,
          width: Math.max(LEAST_PX, now.width + dx),
          height: Math.max(LEAST_PX, now.height + dy),
        }
      : {
          ...now,
          x: Math.min(width - now.width, Math.max(0, now.x + dx)),
          y: Math.min(height - now.height, Math.max(0, now.y + dy)),
        },
  )
}

const shown = computed(() =>
  keysOf(boxes).flatMap((of) => {
    const box = of === tool && drawn.value ? drawn.value : boxes[of]
    if (!box) return []
    const { x, y } = toPage(box)
    return [{ of, x, y, width: box.width * scale.value, height: box.height * scale.value }]
  }),
)
const outline = computed(() => corners?.map(toPage) ?? [])
const patches = computed(() => {
  if (!corners || !grid) return []
  try {
    return chartBoxes(corners, grid.columns, grid.rows).map((box) => {
      const { x, y } = toPage(box)
      return { x, y, width: box.width * scale.value, height: box.height * scale.value }
    })
  } catch {
    return []
  }
})
defineExpose({ by })
</script>

<template>
  <div ref="frame" class="frame">
    <canvas ref="canvas" :width="wide" :height="high" />
    <svg
      ref="sheet"
      :width="wide"
      :height="high"
      :class="tool"
      role="application"
      tabindex="0"
      :aria-label="`The photo. ${tool === 'move' ? 'Drag to move it.' : `Drag to mark the ${names[tool]}, or use the arrows, with Shift for its size.`}`"
      @pointerdown="press"
      @pointermove="move"
      @pointerup="release"
      @pointercancel="release"
      @keydown="nudge"
    >
      <g v-if="outline.length" class="chart">
        <polygon :points="outline.map(({ x, y }) => `${x},${y}`).join(' ')" />
        <rect v-for="(box, i) in patches" :key="i" v-bind="box" />
        <circle
          v-for="(corner, i) in outline"
          :key="i"
          :cx="corner.x"
          :cy="corner.y"
          r="11"
          tabindex="0"
          role="button"
          :aria-label="`Corner ${i + 1} of the chart`"
          @pointerdown.stop="hold(i, $event)"
          @keydown="nudgeCorner(i, $event)"
        />
      </g>
      <g v-for="each in shown" :key="each.of" class="mark">
        <rect :x="each.x" :y="each.y" :width="each.width" :height="each.height" class="halo" />
        <rect :x="each.x" :y="each.y" :width="each.width" :height="each.height" />
        <text :x="each.x + 4" :y="each.y - 5">
          {{ (tags ?? names)[each.of] }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  overflow: hidden;
  height: 100%;
  border-radius: var(--corner);
  background: #8a8a8a;
}

canvas,
svg {
  position: absolute;
  inset: 0;
  display: block;
}

svg {
  cursor: crosshair;
  touch-action: none;
}

svg.move {
  cursor: grab;
}

rect,
polygon {
  fill: none;
  stroke: #fff;
  stroke-width: 1.5;
}

.halo {
  stroke: #16191b;
  stroke-width: 3.5;
}

.chart polygon {
  stroke-dasharray: 6 4;
}

circle {
  fill: rgb(255 255 255 / 45%);
  stroke: #16191b;
  stroke-width: 2;
  cursor: move;
}

text {
  fill: #fff;
  stroke: #16191b;
  stroke-width: 3;
  font-size: 13px;
  paint-order: stroke;
}
</style>
