<script setup lang="ts">
import { clockTime } from '~/format/calendar'
import { temperatureIn, temperatureUnit } from '~/format/quantities'
import { extent } from 'd3-array'
import { scaleLinear, scaleTime } from 'd3-scale'
import { line } from 'd3-shape'
import { useSize } from '~/composables/useSize'
import type { Pot } from '~~/shared/schemas/pot/pot'
import { present } from '~~/core/present'

/** Temperature and pH against time, with what went in and out as marks under it. */
const { pot, now } = defineProps<{ pot: Pot; now: number }>()

const box = ref<HTMLElement | null>(null)
const { width } = useSize(box)
const HEIGHT = 168
/** Top of the scale while nothing hotter was read. */
const MOST_C = 80
const M = { top: 12, right: 40, bottom: 46, left: 44 }

const readings = computed(() =>
  pot.events.flatMap((event) =>
    event.kind === 'reading' ? [{ at: Date.parse(event.at), ...event.data }] : [],
  ),
)
const temps = computed(() => readings.value.filter(({ tempC }) => tempC !== null))
const phs = computed(() => readings.value.filter(({ ph }) => ph !== null))
const from = computed(() => Date.parse(pot.litAt ?? pot.createdAt))
const until = computed(() => (pot.endedAt ? Date.parse(pot.endedAt) : now))
const x = computed(() =>
  scaleTime(
    [from.value, Math.max(until.value, from.value + 20 * 60_000)],
    [M.left, Math.max(width.value - M.right, 120)],
  ),
)
/** Drawn on the scale that is read: its ticks are whole degrees there. */
const yTemp = computed(() => {
  const [, most = MOST_C] = extent(temps.value, ({ tempC }) => present(tempC))
  const domain = [0, Math.max(MOST_C, most)].map(temperatureIn)
  return scaleLinear(domain, [HEIGHT - M.bottom, M.top]).nice()
})
const yPh = scaleLinear([3, 12], [HEIGHT - M.bottom, M.top])
type Reading = (typeof readings.value)[number]
const tempPath = computed(() =>
  line<Reading>(
    ({ at }) => x.value(at),
    ({ tempC }) => yTemp.value(temperatureIn(present(tempC))),
  )(temps.value),
)
const phPath = computed(() =>
  line<Reading>(
    ({ at }) => x.value(at),
    ({ ph }) => yPh(present(ph)),
  )(phs.value),
)
const TRACE_MARKS = {
  enter: 'in',
  pull: 'out',
  add: 'add',
  look: 'look',
  heat: 'heat',
  again: 'again',
  putRight: 'put right',
}
/** Marks that have room for their word. */
const marks = computed(() => {
  let end = -Infinity
  return pot.events.flatMap((event) => {
    if (!(event.kind in TRACE_MARKS)) return []
    const at = x.value(Date.parse(event.at))
    const word = at > end ? TRACE_MARKS[event.kind as keyof typeof TRACE_MARKS] : ''
    if (word) end = at + 40
    return [{ id: event.id, x: at, word }]
  })
})
const ticks = computed(() => x.value.ticks(Math.max(2, Math.floor(width.value / 110))))
</script>

<template>
  <figure ref="box" class="trace">
    <figcaption class="sr-only">
      Temperature and pH since it was lit: {{ temps.length }} temperatures, {{ phs.length }} pH
      readings.
    </figcaption>
    <p v-if="!readings.length" class="quiet">
      No reading yet: note a temperature or a pH, and they are drawn here.
    </p>
    <svg v-else-if="width" :width="width" :height="HEIGHT" aria-hidden="true">
      <g v-for="tick in yTemp.ticks(3)" :key="tick">
        <line :x1="M.left" :x2="width - M.right" :y1="yTemp(tick)" :y2="yTemp(tick)" class="grid" />
        <text :x="M.left - 6" :y="yTemp(tick) + 4" text-anchor="end">{{ tick }}°</text>
      </g>
      <text :x="4" :y="HEIGHT - M.bottom + 4">{{ temperatureUnit() }}</text>
      <template v-if="phs.length">
        <text
          v-for="tick in [4, 7, 10]"
          :key="tick"
          :x="width - M.right + 6"
          :y="yPh(tick) + 4"
          class="ph"
        >
          {{ tick }}
        </text>
        <text :x="width - 20" :y="M.top + 4" class="ph">pH</text>
      </template>
      <path v-if="tempPath" :d="tempPath" class="temp" />
      <path v-if="phPath" :d="phPath" class="ph-line" />
      <circle
        v-for="r in temps"
        :key="`t${r.at}`"
        :cx="x(r.at)"
        :cy="yTemp(temperatureIn(r.tempC!))"
        r="3.5"
        class="temp-dot"
      />
      <rect
        v-for="r in phs"
        :key="`p${r.at}`"
        :x="x(r.at) - 3.5"
        :y="yPh(r.ph!) - 3.5"
        width="7"
        height="7"
        class="ph-dot"
      />
      <g
        v-for="mark in marks"
        :key="mark.id"
        :transform="`translate(${mark.x} ${HEIGHT - M.bottom})`"
      >
        <line y1="0" y2="7" class="mark" />
        <text y="19" text-anchor="middle">{{ mark.word }}</text>
      </g>
      <text v-for="tick in ticks" :key="+tick" :x="x(tick)" :y="HEIGHT - 6" text-anchor="middle">
        {{ clockTime(tick) }}
      </text>
    </svg>
  </figure>
</template>

<style scoped>
.trace {
  min-width: 0;
  margin: 0;
}

text {
  fill: var(--quiet);
  font-size: 12px;
}

.grid {
  stroke: var(--line);
}

.temp {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

.temp-dot {
  fill: var(--ink);
}

.ph-line {
  fill: none;
  stroke: var(--juniper);
  stroke-dasharray: 5 3;
  stroke-width: 1.5;
}

.ph-dot,
.ph {
  fill: var(--juniper);
}

.mark {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
