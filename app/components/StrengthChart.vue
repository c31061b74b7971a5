<script setup lang="ts">
import { useId } from 'vue'
import { scaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import { DEPTH_STARTS, DEPTHS, type Depth } from '~~/core/colour/depth'
import { formatNumber, formatRatio } from '~~/core/quantity/format-quantity'
import { bandAt, setRight } from '~/features/strength/band'
import { useSize } from '~/composables/useSize'
import type { BandPoint, Interval } from '~~/core/strength/posterior/posterior'
import type { CurveView } from '~~/shared/curve-view'
import type { StrengthGroup, StrengthPointView } from '~~/shared/strength-view'

/**
 * Strength against dry ratio: each swatch in its own colour, and the band that holds the median
 * lot's curve nine times in ten; within the dashed lines, a lot not yet seen.
 */
const { group, curve, sourceName } = defineProps<{
  group: StrengthGroup
  curve: CurveView | null
  sourceName: string
}>()

const MARGIN = { top: 14, right: 16, bottom: 42, left: 74 }

const frame = useId()
const box = ref<HTMLElement | null>(null)
const { width, height } = useSize(box)

const told = computed(() => setRight(group.points, curve))
const answer = computed(() => curve?.answer ?? null)

const farthest = computed(() => Math.max(0.2, ...told.value.map(({ ratioDry }) => ratioDry)) * 1.15)
const highest = computed(() => {
  const swatches = Math.max(0.5, ...told.value.map(({ strength }) => strength!))
  const top = answer.value ? bandAt(answer.value.band, farthest.value).high : 0
  // a band far above what was tried is not worth squeezing the swatches for
  return Math.max(swatches, Math.min(top, swatches * 1.5)) * 1.08
})
const lowest = computed(() => Math.min(0, ...told.value.map(({ strength }) => strength!)))

const x = computed(() =>
  scaleLinear([0, farthest.value], [MARGIN.left, Math.max(width.value - MARGIN.right, 100)]),
)
const y = computed(() =>
  scaleLinear(
    [lowest.value, highest.value],
    [Math.max(height.value - MARGIN.bottom, 60), MARGIN.top],
  ),
)

/** The band at even steps of the chart, beginning at nothing. */
const steps = computed<BandPoint[]>(() => {
  const band = answer.value?.band
  if (!band) return []
  return Array.from({ length: 81 }, (_, i) => bandAt(band, (farthest.value * (i + 1e-6)) / 80))
})
const bandPath = computed(
  () =>
    area<BandPoint>(
      ({ ratio }) => x.value(ratio),
      ({ low }) => y.value(low),
      ({ high }) => y.value(high),
    )(steps.value) ?? '',
)
const pathOf = (value: (point: BandPoint) => number) =>
  line<BandPoint>(
    ({ ratio }) => x.value(ratio),
    (point) => y.value(value(point)),
  )(steps.value) ?? ''
const middlePath = computed(() => pathOf(({ mid }) => mid))
const newLotPaths = computed(() => [
  pathOf(({ newLot }) => newLot.low),
  pathOf(({ newLot }) => newLot.high),
])

/** Where each depth word stands, and where the depth begins. */
const depths = computed(() =>
  DEPTHS.flatMap((depth: Depth, i) => {
    const from = DEPTH_STARTS[depth]
    const to = Math.min(DEPTH_STARTS[DEPTHS[i + 1]!] ?? Infinity, highest.value)
    if (from >= highest.value) return []
    const room = y.value(from) - y.value(to)
    return [{ depth, from: y.value(from), middle: (y.value(from) + y.value(to)) / 2, room }]
  }),
)

const isFarRight = computed(() => x.value(answer.value?.enough.mid ?? 0) > width.value * 0.72)
const rangeText = ({ mid, low, high }: Interval) =>
  `${formatNumber(mid, 2)} (${formatNumber(low, 2)} to ${formatNumber(high, 2)})`

const ticks = computed(() => x.value.ticks(Math.max(3, Math.round(width.value / 110))))
const isEstimated = ({ basis }: StrengthPointView) => basis === 'estimated'

const spoken = computed(
  () =>
    `Colour strength against dry ratio of ${sourceName}: ${told.value.length} swatches` +
    (answer.value ? `, enough at ${formatRatio(answer.value.enough.mid)} dry` : ''),
)
const title = (point: StrengthPointView) =>
  `${point.code}: ${isEstimated(point) ? '~' : ''}${formatNumber(point.strength)} at ${formatRatio(point.ratioDry)} dry, ${point.lotCodes.join(', ')}`
</script>

<template>
  <div ref="box" class="chart">
    <svg v-if="width" :width="width" :height="height" role="img" :aria-label="spoken">
      <g v-for="band in depths" :key="band.depth" class="depth">
        <line :x1="MARGIN.left" :x2="width - MARGIN.right" :y1="band.from" :y2="band.from" />
        <text v-if="band.room > 11" :x="MARGIN.left - 8" :y="band.middle + 4">
          {{ band.depth }}
        </text>
      </g>
      <line
        :x1="MARGIN.left"
        :x2="MARGIN.left"
        :y1="MARGIN.top"
        :y2="height - MARGIN.bottom"
        class="axis"
      />
      <g v-for="tick in ticks" :key="tick" class="tick">
        <line
          :x1="x(tick)"
          :x2="x(tick)"
          :y1="height - MARGIN.bottom"
          :y2="height - MARGIN.bottom + 5"
        />
        <text :x="x(tick)" :y="height - MARGIN.bottom + 19">{{ tick }}</text>
      </g>
      <text class="unit" :x="(MARGIN.left + width - MARGIN.right) / 2" :y="height - 6">
        g dry plant per g dry fibre
      </text>

      <clipPath :id="frame">
        <rect
          :x="MARGIN.left"
          :y="MARGIN.top"
          :width="Math.max(0, width - MARGIN.left - MARGIN.right)"
          :height="Math.max(0, height - MARGIN.top - MARGIN.bottom)"
        />
      </clipPath>
      <template v-if="answer">
        <path :clip-path="`url(#${frame})`" :d="bandPath" class="band" />
        <path
          v-for="(path, i) in newLotPaths"
          :key="i"
          :clip-path="`url(#${frame})`"
          :d="path"
          class="new-lot"
        />
        <template v-if="answer.ceilingReached && answer.ceiling.mid < highest">
          <line
            :x1="MARGIN.left"
            :x2="width - MARGIN.right"
            :y1="y(answer.ceiling.mid)"
            :y2="y(answer.ceiling.mid)"
            class="ceiling"
          />
          <text :x="MARGIN.left + 8" :y="y(answer.ceiling.mid) - 6" class="label">
            ceiling {{ rangeText(answer.ceiling) }}
          </text>
        </template>
        <path :d="middlePath" class="curve" />
        <g v-if="answer.enough.mid < farthest">
          <line
            :x1="x(answer.enough.low)"
            :x2="Math.min(x(answer.enough.high), width - MARGIN.right)"
            :y1="height - MARGIN.bottom - 3"
            :y2="height - MARGIN.bottom - 3"
            class="enough-range"
          />
          <line
            :x1="x(answer.enough.mid)"
            :x2="x(answer.enough.mid)"
            :y1="y(bandAt(answer.band, answer.enough.mid).mid)"
            :y2="height - MARGIN.bottom"
            class="enough"
          />
          <text
            :x="x(answer.enough.mid) + (isFarRight ? -8 : 8)"
            :y="height - MARGIN.bottom - 12"
            :text-anchor="isFarRight ? 'end' : 'start'"
            class="label"
          >
            enough {{ formatRatio(answer.enough.mid) }} dry
          </text>
        </g>
      </template>
      <circle
        v-for="point in told"
        :key="point.swatchId"
        :cx="x(point.ratioDry)"
        :cy="y(point.strength!)"
        r="10"
        :fill="point.hex"
        class="swatch"
        :class="{ estimated: isEstimated(point) }"
      >
        <title>{{ title(point) }}</title>
      </circle>
    </svg>
  </div>
</template>

<style scoped>
.chart {
  width: 100%;
  height: 100%;
  min-height: 300px;
  overflow: hidden;
}

svg {
  display: block;
}

text {
  fill: var(--quiet);
  font-size: 13px;
}

.depth line {
  stroke: #e8eae8;
}

.depth text {
  text-anchor: end;
}

.axis,
.tick line {
  stroke: var(--line-firm);
}

.tick text,
.unit {
  text-anchor: middle;
}

.ceiling {
  stroke: var(--line-firm);
  stroke-dasharray: 6 4;
}

.enough {
  stroke: var(--ink);
  stroke-dasharray: 3 3;
}

.label {
  fill: var(--ink);
  stroke: #fff;
  stroke-width: 4px;
  paint-order: stroke;
}

.band {
  fill: var(--haze-pale);
}

.new-lot {
  fill: none;
  stroke: var(--line-firm);
  stroke-dasharray: 2 5;
}

.enough-range {
  stroke: var(--juniper);
  stroke-width: 4px;
}

.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.swatch {
  stroke: #6b7378;
  stroke-width: 1.5;
}

.estimated {
  stroke-dasharray: 3 2.5;
}
</style>
