<script setup lang="ts">
import dayjs from 'dayjs'
import { scaleTime } from 'd3-scale'
import { dayMonth, dayAndTime } from '~/format/calendar'
import type { Settings } from '~~/shared/schemas/log/settings'
import type { ChainStep, ChainView } from '~~/shared/views/year/chain'
import { LANES, LANE_WORDS, movedTo, type Bar } from './lanes'

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

const ROW = 34
const HEAD = 26
const NAMES = 118
const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame)
const begin = computed(() => dayjs(from).startOf('day'))
const x = computed(() =>
  scaleTime(
    [begin.value.toDate(), begin.value.add(days, 'day').toDate()],
    [NAMES, Math.max(NAMES + 100, width.value)],
  ),
)
const pxPerDay = computed(() => (x.value.range()[1]! - NAMES) / days)
const seen = computed(() => {
  const [first, last] = x.value.domain().map(Number) as [number, number]
  return bars.filter((bar) => bar.to > first && bar.from < last)
})
/** Rows of each lane, one at the least, and where it begins. */
const lanes = computed(() => {
  let top = HEAD
  return LANES.map((lane) => {
    const rows = 1 + Math.max(0, ...seen.value.filter((b) => b.lane === lane).map(({ row }) => row))
    const at = { lane, top, height: rows * ROW }
    top += rows * ROW
    return at
  })
})
const height = computed(() => lanes.value.reduce((sum, lane) => sum + lane.height, HEAD))
const topOf = (bar: Bar) =>
  (lanes.value.find(({ lane }) => lane === bar.lane)?.top ?? HEAD) + bar.row * ROW + 4
/** Words that do not fit stand beside their bar. */
const LEAST_WIDE = 64
function place(bar: Bar) {
  const left = Math.max(NAMES, x.value(bar.from))
  const right = Math.min(x.value.range()[1]!, x.value(bar.to))
  return { left, width: Math.max(10, right - left), top: topOf(bar) }
}
const WIDE_DAY = 26
const ticks = computed(() => {
  const step = days > 120 ? 30 : Math.max(1, Math.ceil(WIDE_DAY / pxPerDay.value))
  const all = Array.from({ length: Math.ceil(days / step) }, (_, i) =>
    begin.value.add(i * step, 'day'),
  )
  const isMonth = (day: dayjs.Dayjs) => days > 120 || day.date() <= step
  // a month's own name has room for itself alone
  const isNear = all.slice(1, 3).some(isMonth)
  return all.map((day, i) => ({
    at: x.value(day.toDate()),
    words: isMonth(day) || (i === 0 && !isNear) ? dayMonth(day) : String(day.date()),
    isWeekend: [0, 6].includes(day.day()),
  }))
})
/** Nights, in which nothing may burn, and days on which nobody is there. */
const nights = computed(() => {
  if (!settings || days > 60) return []
  return Array.from({ length: days }, (_, i) => {
    const day = begin.value.add(i, 'day')
    const [hour, minute] = settings.handsTo.split(':').map(Number) as [number, number]
    const [upHour, upMinute] = settings.handsFrom.split(':').map(Number) as [number, number]
    const isAway = settings.daysAway.includes(day.format('YYYY-MM-DD'))
    const to = isAway ? day.add(1, 'day') : day.hour(upHour).minute(upMinute)
    const dusk = day.hour(hour).minute(minute)
    const spans = [[day, to]] as [dayjs.Dayjs, dayjs.Dayjs][]
    if (!isAway) spans.push([dusk, day.add(1, 'day')])
    return spans.map(([a, b]) => ({
      left: x.value(a.toDate()),
      width: x.value(b.toDate()) - x.value(a.toDate()),
      isAway,
    }))
  }).flat()
})
const now = useNow(60_000)
const nowX = computed(() => x.value(now.value))
/** Lines from what comes first to what waits for it, of the plan in hand. */
const links = computed(() => {
  const own = seen.value.filter((bar) => bar.of?.chain.plan.id === chosen)
  const ordered = [...own].sort((a, b) => a.to - b.to)
  return ordered.slice(1).map((bar, i) => {
    const before = place(ordered[i]!)
    const after = place(bar)
    const [x1, y1] = [before.left + before.width, before.top + 13]
    const [x2, y2] = [after.left, after.top + 13]
    return `M${x1} ${y1} C${x1 + 18} ${y1} ${x2 - 18} ${y2} ${x2} ${y2}`
  })
})

/** The bar that is being dragged, and by how far. */
const drag = shallowRef<{ key: string; startX: number; dx: number } | null>(null)
function take(event: PointerEvent, bar: Bar) {
  if (!bar.of) return
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  drag.value = { key: bar.key, startX: event.clientX, dx: 0 }
}
function pull(event: PointerEvent) {
  if (drag.value) drag.value = { ...drag.value, dx: event.clientX - drag.value.startX }
}
function drop(bar: Bar) {
  const byDays = Math.round((drag.value?.dx ?? 0) / pxPerDay.value)
  const wasMoved = Math.abs(drag.value?.dx ?? 0) > 4
  drag.value = null
  if (!bar.of) return
  if (byDays !== 0) emit('move', bar.of.chain, bar.of.step, movedTo(bar.of.step, byDays))
  else if (!wasMoved) emit('open', bar.of.chain.plan.id)
}
function key(event: KeyboardEvent, bar: Bar) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!bar.of || by === undefined) return
  event.preventDefault()
  emit('move', bar.of.chain, bar.of.step, movedTo(bar.of.step, by))
}
</script>

<template>
  <div ref="frame" class="lanes" :style="{ height: `${height}px` }">
    <span
      v-for="(night, i) in nights"
      :key="i"
      class="night"
      :class="{ away: night.isAway }"
      :style="{ left: `${night.left}px`, width: `${night.width}px` }"
    />
    <span
      v-for="tick in ticks"
      :key="tick.at"
      class="tick"
      :class="{ weekend: tick.isWeekend }"
      :style="{ left: `${tick.at}px` }"
      >{{ tick.words }}</span
    >
    <div
      v-for="lane in lanes"
      :key="lane.lane"
      class="lane"
      :style="{ top: `${lane.top}px`, height: `${lane.height}px` }"
    >
      {{ LANE_WORDS[lane.lane] }}
    </div>
    <svg class="links" :width="Math.max(0, width)" :height="height" aria-hidden="true">
      <path v-for="(d, i) in links" :key="i" :d="d" />
    </svg>
    <span class="now" :style="{ left: `${nowX}px`, height: `${height - HEAD}px` }" />
    <template v-for="bar in seen" :key="bar.key">
      <button
        v-if="bar.of"
        type="button"
        class="bar movable"
        :class="{
          chosen: bar.of.chain.plan.id === chosen,
          dragged: drag?.key === bar.key,
          small: place(bar).width < LEAST_WIDE,
        }"
        :style="{
          left: `${place(bar).left}px`,
          top: `${place(bar).top}px`,
          width: `${place(bar).width}px`,
          transform: drag?.key === bar.key ? `translateX(${drag.dx}px)` : undefined,
          borderLeftColor: bar.hex ?? undefined,
        }"
        :aria-label="`${bar.name}, ${dayAndTime(bar.from)}: arrow keys move it by a day`"
        :title="`${bar.name}: ${dayAndTime(bar.from)} to ${dayAndTime(bar.to)}`"
        @pointerdown="take($event, bar)"
        @pointermove="pull"
        @pointerup="drop(bar)"
        @pointercancel="drag = null"
        @keydown="key($event, bar)"
        @keydown.enter="emit('open', bar.of.chain.plan.id)"
      >
        {{ bar.words }}
      </button>
      <NuxtLink
        v-else
        :to="bar.link"
        class="bar"
        :class="{ small: place(bar).width < LEAST_WIDE }"
        :style="{
          left: `${place(bar).left}px`,
          top: `${place(bar).top}px`,
          width: `${place(bar).width}px`,
          borderLeftColor: bar.hex ?? undefined,
        }"
        :title="`${bar.name}: ${dayAndTime(bar.from)} to ${dayAndTime(bar.to)}`"
        >{{ bar.words }}</NuxtLink
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
