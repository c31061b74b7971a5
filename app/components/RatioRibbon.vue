<script setup lang="ts">
import { useId } from 'vue'
import { formatRatio, inDecimals } from '~/format/quantities'
import type { PlantState } from '~~/core/harvest/dry-fraction'
import type { StrengthGroup } from '~~/shared/views/strength/strength'
import { useSize } from '~/composables/useSize'
import { laneOf, RIBBON_RANGE, ribbonScale, ribbonStops } from '~/features/strength/ribbon-paint'
import { enoughWordPlace, ribbonTicks } from '~/features/strength/ribbon-layout'
import { toldEnough } from '~~/core/strength/posterior/describe-posterior'

/**
 * A ribbon of ratios, painted with the colour to expect at each; the marker sets the ratio by
 * dragging, by arrow keys or by the big buttons.
 */
const {
  group,
  dryFraction,
  state,
  beside = null,
  pending = false,
} = defineProps<{
  group: StrengthGroup | null
  /** Air-dry mass / mass as weighed, to tell a dry ratio as weighed. */
  dryFraction: number
  state: PlantState
  /** A second dry ratio that is held against the first. */
  beside?: number | null
  /** What is known of it is still being asked for. */
  pending?: boolean
}>()

/** Dry ratio, g air-dry plant per g dry fibre. */
const ratio = defineModel<number>({ required: true })

const CHIP = 18
const LANES = 3
const TOP = 22
const BAND = 66
const STEP = 1.05

const strip = ref<HTMLElement | null>(null)
const { width } = useSize(strip)
const paint = useId()

const enough = computed(() => {
  const answer = group?.curve?.answer
  return (answer && toldEnough(answer)?.mid) ?? null
})
const x = computed(() => ribbonScale(Math.max(width.value, 1)))
const stops = computed(() => ribbonStops(group?.curve ?? null, x.value))
const chips = computed(() => {
  const points = (group?.points ?? []).flatMap((point) =>
    point.ratioDry === null ? [] : [{ ...point, ratioDry: point.ratioDry }],
  )
  const lanes = laneOf(
    points.map((point) => x.value(point.ratioDry)),
    CHIP + 3,
    LANES,
  )
  return points.map((point, i) => ({
    ...point,
    x: x.value(point.ratioDry) - CHIP / 2,
    y: TOP + 4 + lanes[i]! * (CHIP + 3),
  }))
})

const ticks = computed(() => ribbonTicks(x.value, dryFraction))
const enoughWord = computed(() =>
  enoughWordPlace(x.value(enough.value ?? 1), x.value(ratio.value), width.value),
)

const spoken = computed(
  () => `${formatRatio(ratio.value / dryFraction)} ${state}, ${formatRatio(ratio.value)} dry`,
)

function set(value: number) {
  const [least, most] = RIBBON_RANGE
  ratio.value = Math.min(most, Math.max(least, Number(value.toPrecision(3))))
}

function drag(event: PointerEvent) {
  if (event.type === 'pointermove' && event.buttons === 0) return
  const target = event.currentTarget as HTMLElement
  if (event.type === 'pointerdown') target.setPointerCapture(event.pointerId)
  set(x.value.invert(event.clientX - target.getBoundingClientRect().left))
}

function key(event: KeyboardEvent) {
  const steps: Record<string, number> = {
    ArrowRight: STEP,
    ArrowUp: STEP,
    ArrowLeft: 1 / STEP,
    ArrowDown: 1 / STEP,
    PageUp: 1.5,
    PageDown: 1 / 1.5,
  }
  const factor = steps[event.key]
  if (!factor) return
  event.preventDefault()
  set(ratio.value * factor)
}
</script>

<template>
  <div class="ribbon">
    <button type="button" aria-label="Less plant" @click="set(ratio / 1.1)">−</button>
    <div
      ref="strip"
      class="strip"
      role="slider"
      tabindex="0"
      aria-label="Ratio of plant to fibre"
      :aria-valuenow="ratio"
      :aria-valuemin="RIBBON_RANGE[0]"
      :aria-valuemax="RIBBON_RANGE[1]"
      :aria-valuetext="spoken"
      @pointerdown="drag"
      @pointermove="drag"
      @keydown="key"
    >
      <svg v-if="width" :width="width" :height="TOP + BAND + 22" aria-hidden="true">
        <defs>
          <linearGradient :id="`${paint}-colour`">
            <stop
              v-for="stop in stops"
              :key="stop.at"
              :offset="`${stop.at}%`"
              :stop-color="stop.hex"
              :stop-opacity="stop.known"
            />
          </linearGradient>
          <pattern
            :id="`${paint}-haze`"
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="8" height="8" fill="#e4e5ea" />
            <rect width="3" height="8" fill="#d3d5de" />
          </pattern>
        </defs>
        <rect :y="TOP" :width="width" :height="BAND" rx="6" :fill="`url(#${paint}-haze)`" />
        <rect
          v-if="stops.length"
          :y="TOP"
          :width="width"
          :height="BAND"
          rx="6"
          :fill="`url(#${paint}-colour)`"
        />
        <g v-if="enough" :transform="`translate(${x(enough)} 0)`">
          <line :y1="TOP - 4" :y2="TOP + BAND" class="enough" />
          <text y="13" v-bind="enoughWord" class="word strong">enough</text>
        </g>
        <rect
          v-for="chip in chips"
          :key="chip.swatchId"
          :x="chip.x"
          :y="chip.y"
          :width="CHIP"
          :height="CHIP"
          rx="4"
          :fill="chip.hex"
          class="chip"
          :class="{ beside: chip.exclusion }"
        />
        <g v-if="beside" :transform="`translate(${x(beside)} 0)`">
          <line :y1="TOP - 6" :y2="TOP + BAND + 4" class="halo" />
          <line :y1="TOP - 6" :y2="TOP + BAND + 4" class="other" />
        </g>
        <g :transform="`translate(${x(ratio)} 0)`">
          <line :y1="TOP - 6" :y2="TOP + BAND + 4" class="halo" />
          <line :y1="TOP - 6" :y2="TOP + BAND + 4" class="marker" />
          <path :d="`M-9 ${TOP - 14}h18l-9 12z`" class="handle" />
        </g>
        <!-- over the marker, which may stand anywhere -->
        <text
          v-if="!stops.length"
          :x="width / 2"
          :y="TOP + BAND / 2 + 4"
          text-anchor="middle"
          class="word unpainted"
        >
          {{ pending ? 'looking through your swatches' : 'not enough swatches yet to paint it' }}
        </text>
        <text y="13" class="word">{{ width < 340 ? state : `ratio as weighed, ${state}` }}</text>
        <g v-for="tick in ticks" :key="tick.weighed" :transform="`translate(${tick.x} 0)`">
          <line :y1="TOP + BAND" :y2="TOP + BAND + 5" class="tick" />
          <text
            :y="TOP + BAND + 18"
            :text-anchor="tick.x < 20 ? 'start' : tick.x > width - 20 ? 'end' : 'middle'"
            class="word"
          >
            {{ inDecimals(String(tick.weighed)) }} : 1
          </text>
        </g>
      </svg>
    </div>
    <button type="button" aria-label="More plant" @click="set(ratio * 1.1)">+</button>
  </div>
</template>

<style scoped>
.ribbon {
  display: grid;
  grid-template-columns: 48px 1fr 48px;
  gap: 8px;
}

button {
  align-self: stretch;
  margin: 22px 0;
  min-height: 48px;
  border: 1px solid var(--line-firm);
  border-radius: var(--corner);
  background: var(--panel);
  color: var(--juniper);
  font-size: 24px;
  font-weight: 600;
  cursor: pointer;
}

button:hover {
  background: var(--juniper-pale);
}

.strip {
  min-width: 0;
  height: 110px;
  border-radius: var(--corner);
  cursor: ew-resize;
  touch-action: none;
}

.enough {
  stroke: var(--ink);
  stroke-dasharray: 3 3;
}

.word {
  fill: var(--quiet);
  font-size: 12px;
}

.unpainted {
  stroke: #e4e5ea;
  stroke-width: 6;
  paint-order: stroke;
}

.strong {
  fill: var(--ink);
  font-weight: 600;
}

.chip {
  stroke: #fff;
  stroke-width: 2;
  paint-order: stroke;
}

.beside {
  stroke-dasharray: 3 2;
  stroke: var(--ink);
}

.halo {
  stroke: #fff;
  stroke-width: 5;
}

.marker {
  stroke: var(--juniper);
  stroke-width: 2.5;
}

.other {
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-dasharray: 5 3;
}

.handle {
  fill: var(--juniper);
  stroke: #fff;
}

.tick {
  stroke: var(--line-firm);
}
</style>
