<script setup lang="ts">
import { dayAndTime } from '~/format/calendar'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { ChainStep, ChainView } from '~~/shared/views/year/chain'
import { laneLayout, type PlacedBar } from './lane-layout'
import { LANE_WORDS, movedTo, type Bar } from './lanes'

/** What lies on which day: bars of plans can be taken and moved, or moved by the arrow keys. */
const {
  bars,
  settings,
  from,
  days,
  chosen = '',
} = defineProps<{
  bars: Bar[]
  settings: Settings | null
  /** Local date of the first day shown. */
  from: string
  days: number
  /** Id of the plan in hand. */
  chosen?: string
}>()
const emit = defineEmits<{
  move: [chain: ChainView, step: ChainStep, date: string]
  open: [id: string]
}>()

const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame)
const layout = computed(() =>
  laneLayout({ bars, settings, from, days, width: width.value, chosen }),
)
const now = useNow(60_000)
const px = (value: number) => `${value}px`
const boxOf = ({ bar, left, top, width: wide }: PlacedBar) => ({
  left: px(left),
  top: px(top),
  width: px(wide),
  borderLeftColor: bar.hex ?? undefined,
})
const spanOf = ({ name, from: begins, to }: Bar) =>
  `${name}: ${dayAndTime(begins)} to ${dayAndTime(to)}`

/** A bar follows the hand by its own style: nothing else is drawn anew while it is dragged. */
let drag: { of: HTMLElement; startX: number; dx: number } | null = null
const LEAST_DRAG_PX = 4
function take(event: PointerEvent) {
  const of = event.currentTarget as HTMLElement
  of.setPointerCapture(event.pointerId)
  of.classList.add('dragged')
  drag = { of, startX: event.clientX, dx: 0 }
}
function pull(event: PointerEvent) {
  if (!drag) return
  drag.dx = event.clientX - drag.startX
  drag.of.style.transform = `translateX(${drag.dx}px)`
}
function letGo(): number {
  const dx = drag?.dx ?? 0
  drag?.of.classList.remove('dragged')
  drag?.of.style.removeProperty('transform')
  drag = null
  return dx
}
function drop({ planned }: Bar) {
  const dx = letGo()
  if (!planned) return
  const byDays = Math.round(dx / layout.value.pxPerDay)
  if (byDays !== 0) move(planned, byDays)
  else if (Math.abs(dx) < LEAST_DRAG_PX) emit('open', planned.chain.plan.id)
}
const move = ({ chain, step }: NonNullable<Bar['planned']>, byDays: number) =>
  emit('move', chain, step, movedTo(step, byDays))
const KEYS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1 }
function press(event: KeyboardEvent, { planned }: Bar) {
  const byDays = KEYS[event.key]
  if (!planned || byDays === undefined) return
  event.preventDefault()
  move(planned, byDays)
}
</script>

<template>
  <div ref="frame" class="lanes" :style="{ height: px(layout.height) }">
    <span
      v-for="night in layout.nights"
      :key="night.left"
      class="night"
      :class="{ away: night.isAway }"
      :style="{ left: px(night.left), width: px(night.width) }"
    />
    <span
      v-for="tick in layout.ticks"
      :key="tick.left"
      class="tick"
      :class="{ weekend: tick.isWeekend }"
      :style="{ left: px(tick.left) }"
      >{{ tick.words }}</span
    >
    <div
      v-for="{ lane, top, height } in layout.lanes"
      :key="lane"
      class="lane"
      :style="{ top: px(top), height: px(height) }"
    >
      {{ LANE_WORDS[lane] }}
    </div>
    <svg class="links" :width="Math.max(0, width)" :height="layout.height" aria-hidden="true">
      <path v-for="d in layout.links" :key="d" :d="d" />
    </svg>
    <span
      class="now"
      :style="{ left: px(layout.leftOf(now)), height: px(layout.height - layout.head) }"
    />
    <template v-for="placed in layout.bars" :key="placed.bar.key">
      <button
        v-if="placed.bar.planned"
        type="button"
        class="bar movable"
        :class="{
          chosen: placed.bar.planned.chain.plan.id === chosen,
          small: placed.isSmall,
        }"
        :style="boxOf(placed)"
        :aria-label="`${placed.bar.name}, ${dayAndTime(placed.bar.from)}: arrow keys move it by a day`"
        :title="spanOf(placed.bar)"
        @pointerdown="take"
        @pointermove="pull"
        @pointerup="drop(placed.bar)"
        @pointercancel="letGo"
        @keydown="press($event, placed.bar)"
        @keydown.enter="emit('open', placed.bar.planned.chain.plan.id)"
      >
        {{ placed.hasWords ? placed.bar.words : '' }}
      </button>
      <NuxtLink
        v-else
        :to="placed.bar.link"
        class="bar"
        :class="{ small: placed.isSmall }"
        :style="boxOf(placed)"
        :title="spanOf(placed.bar)"
        :aria-label="placed.bar.name"
        >{{ placed.hasWords ? placed.bar.words : '' }}</NuxtLink
      >
    </template>
  </div>
</template>

<style scoped>
.lanes {
  position: relative;
  overflow: hidden;
  font-size: 13px;
}

.lane {
  position: absolute;
  right: 0;
  left: 0;
  padding-top: 8px;
  border-top: 1px solid var(--line);
  color: var(--quiet);
  pointer-events: none;
}

.tick {
  position: absolute;
  top: 2px;
  color: var(--quiet);
  white-space: nowrap;
}

.weekend {
  color: var(--ink);
  font-weight: 700;
}

.night {
  position: absolute;
  top: 26px;
  bottom: 0;
  background: #e8ecee;
}

.away {
  background: #d9d3c4;
}

.links {
  position: absolute;
  inset: 0;
  pointer-events: none;
}

.links path {
  fill: none;
  stroke: var(--juniper);
  stroke-width: 1.5;
}

.now {
  position: absolute;
  top: 26px;
  width: 2px;
  background: var(--juniper);
}

.bar {
  position: absolute;
  height: 26px;
  padding: 0 6px;
  overflow: hidden;
  border: 1px solid #b4babc;
  border-left: 6px solid #8a9496;
  border-radius: 4px;
  background: #fff;
  color: var(--ink);
  font: inherit;
  line-height: 24px;
  text-align: left;
  text-decoration: none;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.small {
  overflow: visible;
}

.movable {
  cursor: grab;
  touch-action: none;
}

.chosen {
  border-color: var(--juniper);
  font-weight: 600;
}

.dragged {
  z-index: 2;
  cursor: grabbing;
  opacity: 0.85;
  will-change: transform;
}
</style>
